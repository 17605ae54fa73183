// Whatever its numbers, what a maker makes stays where the head may go, and asks no more than the hot end can give; or it is refused.
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

/** A printer as nobody built it: a round bed, an origin in the middle, a clip to keep clear of, a paste head. */
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

/** Rules that a made passage must not break. */
const kept = ['outside-reach', 'flow-too-high', 'too-hot']

describe('makers with numbers by chance', () => {
  it('make nothing that the printer can’t do', () => {
    const odd: string[] = []
    let made = 0
    for (let seed = 1; seed <= 500; seed++) {
      const chance = chanceFrom(seed * 7919)
      const printer = madePrinter(chance)
      const job = oneOf(
        chance,
        demoJobs().filter(({ materials }) => materials.length <= printer.tools.length),
      )
      const material = demoMaterials().find(({ name }) => name === job.materials[0])
      if (!material) continue
      // Within a print on the round bed its corner is beyond the circle before anything is made.
      const within = chance() < 0.4 && printer.reachRadiusMm === null
      const moment = within ? oneOf(chance, ['tool-change', 'material-end', 'at-layer'] as const) : 'start'
      const setting: RehearsalInput = { printer, job, material, moment }
      const moved = chance() < 0.3 ? 'G1 X30 Y30 Z5 F3000\nG92 X0 Y0\n' : ''
      const counts = chance() < 0.5 ? 'M83' : 'M82'
      const text = within ? `G90\n${counts}\n` : `G28\nG90\nM140 S60\nM190 S60\nM109 S205\n${moved}${counts}\n`
      const round = rehearseScript(text, setting)
      const at = text.split('\n').length
      const maker = oneOf(chance, makers)
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
        // Where the printer itself probes is no matter of the maker's.
        const probes = /^(?:G29|BED_MESH_CALIBRATE)\b/.test(lines[line - 1] ?? '')
        if (kept.includes(rule) && line >= at && !probes)
          odd.push(`seed ${seed}, ${maker.name}: ${message} ${JSON.stringify(values)}`)
      }
    }
    expect(odd).toEqual([])
    expect(made).toBeGreaterThan(100)
  }, 120_000)
})
