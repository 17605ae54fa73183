// Whole prints that people really have, each with what must come of it, written before it was run.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { twoTools } from '../model/example.ts'
import type { Job } from '../model/job.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import { newVocabulary } from '../model/vocabulary.ts'
import { rehearseScript } from '../round.ts'
import { ownRuns } from '../runs/fits.ts'
import { job, material, printer } from '../testing/stage.ts'
import { foundIn } from './answer.ts'
import type { PrintSetting, Scripts } from './situation.ts'
import { wholePrint } from './whole.ts'

const bench = (over: Partial<Job> = {}, its: Partial<Printer> = {}): PrintSetting => ({
  printer: { ...printer, tools: twoTools, ...its },
  material,
  materials: [material, { ...material, name: 'Other stuff', nozzleC: 220, nozzleLaterC: 215 }],
  job: { ...job, materials: ['Test stuff', 'Other stuff'], top: { kind: 'height', mm: 2 }, ...over },
})
const warm = 'G28\nM104 T0 S200\nM104 T1 S160\nM109 T0 S200\nM83'
const run = (scripts: Scripts, over: Partial<Job> = {}, its: Partial<Printer> = {}) =>
  wholePrint(bench(over, its), { start: warm, ...scripts })
const rules = (whole: ReturnType<typeof run>) =>
  foundIn(whole).map(({ finding, situation }) => `${situation.moment}: ${finding.rule} ${finding.severity}`)
const at = (whole: ReturnType<typeof run>, moment: Moment) => whole.situations.filter(each => each.moment === moment)

describe('changes of tools', () => {
  it('that turn the old tool off have it cold when it is taken again', () => {
    const whole = run({ 'tool-change': 'M104 T@from_tool S0\nT@to_tool' }, { takes: { minutes: 60, grams: 5 } })
    expect(rules(whole)).toContain('tool-change: tool-cold advice')
    // Ten layers in an hour, three minutes for each tool in each: from 200 °C well below what melts.
    const back = at(whole, 'tool-change').find(({ change }) => change?.to === 0)
    expect(back?.from?.heat.nozzlesC[0]).toBeLessThan(100)
  })

  it('that extrude with the old tool turned off are told as cold extrusion', () => {
    const whole = run(
      { 'tool-change': 'M104 T@from_tool S0\nT@to_tool\nG1 E5 F300' },
      { takes: { minutes: 60, grams: 5 } },
    )
    expect(rules(whole)).toContain('tool-change: cold-extrude error')
  })

  it('begin in the material that prints, and wait for the one that comes', () => {
    const whole = run({
      'tool-change': 'T@to_tool\nM109 T@to_tool S@(nozzle_later of next)\nG1 X0 F6000\nG1 E1 F200\nG1 X@next_x F6000',
    })
    const [first, second] = at(whole, 'tool-change')
    expect(first?.state.modes.nozzleTargets[1]).toBe(215)
    expect(second?.state.modes.nozzleTargets[0]).toBe(195)
  })

  it('follow the next tool in another program’s words, handed on or not', () => {
    const text = 'T[next_tool]\nM109 S{nozzle_temperature[next_tool]}'
    const [first] = at(run({ 'tool-change': text }), 'tool-change')
    expect(first?.state.modes.nozzleTargets[1]).toBe(215)
    const alone = rehearseScript(text, { ...bench(), moment: 'tool-change' })
    expect([alone.state.modes.tool, alone.state.modes.nozzleTargets[1]]).toEqual([1, 215])
  })

  it('of a tool with an offset go on at the same place', () => {
    const tools = twoTools.map((tool, each) => (each === 1 ? { ...tool, offset: { x: 20, y: 0, z: 0 } } : tool))
    const whole = run({ 'tool-change': 'T@to_tool\nG1 X@next_x Y@next_y F6000' }, {}, { tools })
    for (const { state } of at(whole, 'tool-change')) expect(state.position).toMatchObject({ x: 110, y: 110 })
  })

  it('that leave relative positions are told, and the print goes on in absolute ones', () => {
    const whole = run({ 'tool-change': 'G91\nG1 Z1 F600\nT@to_tool\nG1 Z-1 F600' })
    expect(rules(whole)).toContain('tool-change: relative-left-on error')
    for (const { from } of at(whole, 'tool-change')) expect(from?.modes.positioning).toBe('absolute')
  })

  it('that lift 10 mm are told near the top of the machine, and not low down', () => {
    const lift = 'M83\nG1 E-5 F1800\nG91\nG1 Z10 F600\nG90\nT@to_tool\nG91\nG1 Z-10 F600\nG90\nM83'
    const tall = run({ 'tool-change': lift }, { top: { kind: 'below-reach', mm: 2 } })
    const past = foundIn(tall).filter(({ finding }) => finding.rule === 'lift-past-top')
    expect(past.map(({ finding }) => finding.severity)).toContain('error')
    expect(past.find(({ finding }) => finding.severity === 'error')?.situation.high).toBe(true)
    expect(rules(run({ 'tool-change': lift })).filter(each => each.includes('lift-past-top'))).toEqual([])
  })

  it('end where the script ends itself, and the print is still gone through', () => {
    const whole = run({ 'tool-change': 'T@to_tool\nM2' })
    expect(whole.changes).toBe(10)
  })

  it('go on through junk, empty scripts and scripts of remarks', () => {
    expect(run({ 'tool-change': 'q89 ((\n\u0000\nT@to_tool' }).changes).toBe(10)
    expect(run({ 'tool-change': '' }).changes).toBe(10)
    expect(at(run({ 'tool-change': '; nothing' }), 'tool-change')[0]?.bySlicer).toBe('T1')
  })

  it('of a print of one layer, or that begins with the second tool', () => {
    expect(run({}, { top: { kind: 'height', mm: 0.2 } }).changes).toBe(1)
    const right = run({}, { firstTool: 1 })
    expect(at(right, 'start')[0]?.bySlicer).toBe('T1')
    expect(at(right, 'tool-change')[0]?.change).toMatchObject({ from: 1, to: 0 })
  })

  it('come for each of three objects, and back to the first tool between them', () => {
    // Ten layers end with the tool that they began with: 10 changes each, T0 → … → T0.
    const whole = run({ 'between-objects': 'G91\nG1 Z5 F600\nG90' }, { objects: 3 })
    expect(whole.changes).toBe(30)
    expect(at(whole, 'between-objects').map(({ times }) => times)).toEqual([2])
    // Five layers end with the other one: back again before the next object.
    expect(run({}, { objects: 2, top: { kind: 'height', mm: 1 } }).changes).toBe(11)
  })

  it('purge in grams of the material that is pushed', () => {
    const heavy = { ...bench(), materials: [material, { ...material, densityGCm3: 2.5 }] }
    const change = 'T@to_tool\nM109 T@to_tool S200\nG1 X0 F6000\nG1 E10 F300\nG1 X@next_x F6000'
    // 24.05 mm³ each time: five by T1 at 2.5 g/cm³, five by T0 at 1.25: 0.3007 + 0.1503 g. The last one, of T0 at
    // its way back, is among them.
    expect(wholePrint(heavy, { start: warm, 'tool-change': change }).purgedG).toBeCloseTo(
      5 * 24.0528e-3 * (2.5 + 1.25),
      4,
    )
  })
})

describe('layers, stops and branches', () => {
  const one = { materials: ['Test stuff'] }

  it('run another branch where a setting above it follows the layer', () => {
    const text = ';= late = layer - 4\n;? when late is 0\nM117 four\n;? end'
    expect(at(run({ 'layer-change': text }, one), 'layer-change').map(({ layer, times }) => [layer, times])).toEqual([
      [2, 1 + 2],
      [4, 1],
      [10, 5],
    ])
  })

  it('run another program’s branch in its own layer', () => {
    const text = '{if layer_num == 4}\nM117 four\n{endif}'
    expect(at(run({ 'layer-change': text }, one), 'layer-change').map(({ layer, times }) => [layer, times])).toEqual([
      [2, 3],
      [4, 1],
      [10, 5],
    ])
  })

  it('keep to the branch of the last layer that was asked, in a print of more layers than are asked', () => {
    // 0.2 mm and then 3599 layers of 0.05: 180.15 mm. Layers 2 and 3; then 4 to 1800 (0.2 + 1799 · 0.05 = 90.15, over half of it,
    // so that the lower half ends with 1798: 90.05 ≤ 90.075), 1795 of them; and 1799 to 3600, 1802 of them.
    const text = '{if layer_num < 4}\nM117 low\n{endif}'
    const tall = { ...one, layerMm: 0.05, top: { kind: 'height' as const, mm: 180.15 } }
    expect(at(run({ 'layer-change': text }, tall), 'layer-change').map(({ times }) => times)).toEqual([2, 1795, 1802])
  })

  it('pause and resume once, and the print is as warm after it as before', () => {
    const pause = 'M83\nG1 E-2 F1800\nG91\nG1 Z10 F600\nG90\nG1 X0 Y190 F6000'
    const resume = 'M83\nG1 X@next_x Y@next_y F6000\nG91\nG1 Z-10 F600\nG90\nM83\nG1 E2 F1800'
    const whole = run({ pause, resume }, { ...one, stops: [{ layer: null, mm: 1, runs: 'pause' }] })
    expect(whole.situations.map(({ moment, layer }) => `${moment} ${layer}`)).toEqual([
      'start 1',
      'pause 6',
      'resume 6',
    ])
    const { position } = at(whole, 'resume')[0]?.state ?? {}
    expect(position).toMatchObject({ x: 110, y: 110 })
    expect(position?.z).toBeCloseTo(1.2, 9)
    expect(at(whole, 'resume')[0]?.state.tips[0]?.backMm).toBe(0)
  })

  it('begin cold with a material’s lines where these come before the start script', () => {
    const vocabulary = { ...newVocabulary('plain', { open: '{', close: '}' }), materialOutside: true }
    const whole = wholePrint({ ...bench(one), vocabulary }, { start: warm, 'material-start': 'M117 first' })
    expect(whole.situations.map(({ moment }) => moment)).toEqual(['material-start', 'start'])
    expect(whole.situations[0]?.from?.heat.nozzlesC).toEqual([20, 20])
    expect(whole.situations[0]?.from?.modes.homed.z).toBe(false)
  })

  it('may be cancelled half way up: rehearsed, and counted as no part of the print', () => {
    const whole = run({ cancel: 'G91\nG1 Z5 F600\nG90\nM104 S0\nM140 S0\nM107\nM84' }, one)
    const [cancel] = at(whole, 'cancel')
    expect(cancel).toMatchObject({ times: 0, layer: 5 })
    expect(cancel?.state.modes.nozzleTargets[0]).toBe(0)
    expect(whole.course.every(({ situation }) => whole.situations[situation]?.moment !== 'cancel')).toBe(true)
    // A heater that it leaves on is told.
    expect(rules(run({ cancel: 'G91\nG1 Z5 F600\nG90\nM107\nM84' }, one))).toContain('cancel: heaters-left-on error')
  })

  it('have no stop over the print', () => {
    const whole = run({ 'at-layer': 'M0' }, { ...one, stops: [{ layer: null, mm: 50, runs: 'at-layer' }] })
    expect(at(whole, 'at-layer')).toEqual([])
  })

  it('tell a layer script that takes another tool', () => {
    expect(rules(run({ 'layer-change': 'T1' }, one))).toContain('layer-change: tool-not-taken error')
  })
})

describe('machines of every kind', () => {
  it('run the files of a change when the program takes the tool itself', () => {
    const avocet = demoPrinters().find(({ name }) => name === 'Avocet')
    if (!avocet) throw new Error('the demo has Avocet')
    const whole = wholePrint({ ...bench(), printer: avocet }, { start: 'G28\nT0' })
    const [first] = at(whole, 'tool-change')
    // To its dock, off, to the next dock, on: some seconds, though no script of ours is there.
    expect(first?.bySlicer).toBe('T1')
    expect(first?.seconds).toBeGreaterThan(2)
  })

  it('run a host’s own macro for a tool', () => {
    const config =
      '[extruder]\n[extruder1]\n[gcode_macro T1]\ngcode:\n  G4 P3000\n  ACTIVATE_EXTRUDER EXTRUDER=extruder1\n[gcode_macro T0]\ngcode:\n  ACTIVATE_EXTRUDER EXTRUDER=extruder\n'
    const curlew = demoPrinters().find(({ name }) => name === 'Curlew')
    const [tool] = curlew?.tools ?? []
    if (!curlew || !tool) throw new Error('the demo has Curlew')
    const host = { ...curlew, macros: config, configFiles: [], tools: [tool, { ...tool, name: 'second' }] }
    const whole = wholePrint({ ...bench(), printer: host }, { start: 'G28' })
    expect(at(whole, 'tool-change')[0]).toMatchObject({ bySlicer: 'T1', seconds: 3 })
  })

  it.each(
    demoPrinters().flatMap(own =>
      ownRuns(demoJobs(), demoMaterials(), own).map(
        ({ job: of, materials }) => [own.name, of.name, own, of, materials] as const,
      ),
    ),
  )('go through %s’s own scripts for %s, and end', (name, _, own, of, materials) => {
    const scripts = Object.fromEntries(
      demoScripts()
        .filter(each => each.printer === name && !/friend|forum/.test(each.name))
        .toSorted((a, b) => b.daysAgo - a.daysAgo)
        .map(({ moment, text }) => [moment, text]),
    )
    const [first] = materials
    if (!first) throw new Error('a job has a material')
    const whole = wholePrint({ printer: own, job: of, material: first, materials }, scripts)
    expect(whole.situations.length).toBeGreaterThan(0)
    for (const { seconds, oozedMm3 } of whole.situations) {
      expect(Number.isFinite(seconds)).toBe(true)
      expect(Number.isFinite(oozedMm3)).toBe(true)
    }
    const errors = foundIn(whole).filter(
      ({ finding, situation }) =>
        finding.severity !== 'advice' && situation.moment !== 'start' && situation.moment !== 'end',
    )
    expect(errors.map(({ finding, situation }) => `${situation.moment}: ${finding.rule} ${finding.message}`)).toEqual(
      [],
    )
  })
})
