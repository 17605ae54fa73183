// Makers with random numbers: their lines stay within the reach and within the flow of the hot end, or are refused.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import type { Printer } from '../core/model/printer.ts'
import { applyEdits } from '../core/model/script.ts'
import { type RehearsalInput, rehearseScript } from '../core/round.ts'
import { planEdit } from '../core/script/edits/edit.ts'
import { surroundingsAt } from '../core/script/edits/make.ts'
import type { Values } from '../core/script/makers/maker.ts'
import { makers } from '../core/script/makers/makers.ts'
import { type Chance, chanceFrom, oneOf } from './texts.ts'

/** An unusual printer: a round bed, an origin in the centre, a clip to avoid, or a paste head. */
function madePrinter(chance: Chance): Printer {
  const printer = structuredClone(oneOf(chance, demoPrinters()))
  const kind = Math.floor(chance() * 5)
  if (kind === 0) {
    const [x, y]: [number, number][] = [
      [-120, 120],
      [-120, 120],
    ]
    const round = { x: [-110, 110] as [number, number], y: [-110, 110] as [number, number], round: true }
    return {
      ...printer,
      bed: round,
      reach: { ...printer.reach, x: x ?? [0, 1], y: y ?? [0, 1] },
      reachRadiusMm: 115,
      zones: [],
      spots: [],
    }
  }
  if (kind === 1) return { ...printer, zones: [{ name: 'clip', x: [0, 60], y: [0, 40], highMm: 20 }] }
  if (kind === 2)
    return {
      ...printer,
      bed: { ...printer.bed, x: [-100, 100], y: [-100, 100] },
      reach: { ...printer.reach, x: [-105, 105], y: [-105, 105] },
    }
  if (kind === 3)
    return { ...printer, tools: printer.tools.map(tool => ({ ...tool, highestFlowMm3S: 2, filamentMm: 20 })) }
  return printer
}

/** A number from a name: 31 is a prime that spreads letters well. */
const codeOf = (name: string): number =>
  [...name].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 0)

/** Rules that a made passage must not break. */
const kept = ['outside-reach', 'lift-past-top', 'flow-too-high', 'too-hot']

describe('makers with numbers by chance', () => {
  it('make nothing that the printer can’t do', () => {
    const odd: string[] = []
    let made = 0
    // Each maker has its own seeds, so that a new maker does not change the cases of the others.
    const cases = makers.flatMap(maker => Array.from({ length: 40 }, (_, i) => ({ maker, seed: i + 1 })))
    for (const { maker, seed } of cases) {
      const chance = chanceFrom(seed * 7919 + codeOf(maker.name))
      const printer = madePrinter(chance)
      const job = oneOf(
        chance,
        demoJobs().filter(({ materials }) => materials.length <= printer.tools.length),
      )
      const material = demoMaterials().find(({ name }) => name === job.materials[0])
      if (!material) continue
      // On a round bed the corner of the print area, where such a script starts, is outside the circle.
      const within = chance() < 0.4 && printer.reachRadiusMm === null
      const moment = within ? oneOf(chance, ['tool-change', 'material-end', 'at-layer', 'end'] as const) : 'start'
      const setting: RehearsalInput = { printer, job, material, moment }
      const moved = chance() < 0.3 ? 'G1 X30 Y30 Z5 F3000\nG92 X0 Y0\n' : ''
      const lifted = moment === 'end' && chance() < 0.7 ? 'G90\nG1 Z@(reach_top - 2) F600\n' : ''
      const counts = chance() < 0.5 ? 'M83' : 'M82'
      const text = within ? `G90\n${lifted}${counts}\n` : `G28\nG90\nM140 S60\nM190 S60\nM109 S205\n${moved}${counts}\n`
      const round = rehearseScript(text, setting)
      const at = text.split('\n').length
      const values: Record<string, Values[string]> = {}
      for (const { name, range } of maker.parameters(surroundingsAt({ ...round, text }, at)) as readonly {
        name: string
        range?: readonly [number, number]
      }[])
        if (range && chance() < 0.6) values[name] = Number((range[0] + chance() * (range[1] - range[0])).toFixed(1))
      const plan = planEdit(text, round, { do: 'make', maker: maker.name, values, at })
      if (!plan.ok) continue
      made++
      const after = applyEdits(text, plan.edits)
      const lines = after.split(/\r?\n/)
      for (const { rule, line, message } of rehearseScript(after, setting).findings) {
        // The printer's own probe points are not the maker's.
        const probes = /^(?:G29|BED_MESH_CALIBRATE)\b/.test(lines[line - 1] ?? '')
        if (kept.includes(rule) && line >= at && !probes)
          odd.push(`seed ${seed}, ${maker.name}: ${message} ${JSON.stringify(values)}`)
      }
    }
    expect(odd).toEqual([])
    expect(made).toBeGreaterThan(100)
  }, 120_000)
})
