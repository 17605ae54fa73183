// A script cut anywhere: its second half, begun in what the first one left, ends as the whole does.
import { expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { type RehearsalInput, rehearseScript } from '../core/round.ts'
import { chanceFrom, oneOf } from './texts.ts'

const lines: Record<string, readonly string[]> = {
  any: [
    'G28',
    'G90',
    'G91',
    'M82',
    'M83',
    'G92 E0',
    'G92 X10',
    'G21',
    'G20',
    'G1 X20 Y30 F3000',
    'G1 Z5 F600',
    'G1 X1 Y1 E0.4 F900',
    'G1 E-1.5 F1800',
    'G1 E2 F300',
    'M104 S205',
    'M109 S190',
    'M140 S60',
    'M106 S128',
    'M107',
    'G4 S3',
    'M220 S80',
    'M221 S95',
    'T0',
    'T1',
    'M117 hello',
    'M84 X',
  ],
  board: ['M109 R170', 'M420 S1', 'M204 P500', 'G10', 'G11', 'M206 X2', 'G54', 'M302 P1', 'M163 S0 P0.5', 'M164 S0'],
  host: ['SAVE_GCODE_STATE NAME=a', 'RESTORE_GCODE_STATE NAME=a', 'SET_GCODE_OFFSET Z=0.1', 'G4 P400'],
  'macro-file': ['G10 P0 S200 R150', 'M116', 'G60 S0', 'G10 L2 P1 X5', 'T-1', 'set global.lift = 3'],
  dispensing: ['M6 T12', 'M756 S1', 'M6 T11'],
}

it('comes to the same in two as in one, for machines of every kind', () => {
  const wrong: string[] = []
  for (let seed = 1; seed <= 250; seed++) {
    const chance = chanceFrom(seed * 7919)
    const printer = oneOf(chance, demoPrinters())
    const [job, material] = [demoJobs()[0], oneOf(chance, demoMaterials())]
    if (!job) throw new Error('there is a job')
    const setting: RehearsalInput = { printer, job, material, moment: 'start' }
    const pool = [...(lines.any ?? []), ...(lines[printer.firmware.family] ?? [])]
    const text = Array.from({ length: 24 }, () => oneOf(chance, pool))
    const cut = 1 + Math.floor(chance() * 22)
    const whole = rehearseScript(text.join('\n'), setting)
    const first = rehearseScript(text.slice(0, cut).join('\n'), setting)
    // Where it stops for good, there is nothing to go on with.
    if (whole.trace.stopped || whole.trace.ended) continue
    const second = rehearseScript(text.slice(cut).join('\n'), { ...setting, from: first.state })
    const [is, want] = [second.state, whole.state]
    const near = (a: number | null, b: number | null, within: number) =>
      a === b || (a !== null && b !== null && Math.abs(a - b) <= within)
    const same =
      JSON.stringify(is.modes) === JSON.stringify(want.modes) &&
      JSON.stringify(is.globals) === JSON.stringify(want.globals) &&
      near(is.position.x, want.position.x, 1e-6) &&
      near(is.position.y, want.position.y, 1e-6) &&
      near(is.position.z, want.position.z, 1e-6) &&
      near(is.filament, want.filament, 1e-6) &&
      is.tips.every(({ backMm }, i) => near(backMm, want.tips[i]?.backMm ?? null, 1e-6)) &&
      // Moves that would be joined come to rest at the cut, some hundredths of a second that a heater has besides.
      is.heat.nozzlesC.every((c, i) => near(c, want.heat.nozzlesC[i] ?? null, 1)) &&
      near(is.heat.bedC, want.heat.bedC, 0.5)
    if (!same) wrong.push(`seed ${seed}, ${printer.name}, cut at ${cut}: ${text.join(' | ')}`)
  }
  expect(wrong).toEqual([])
})
