import { expect, it } from 'vitest'
import { job, material, printer } from '../testing/stage.ts'
import { effectsOf } from './printer-change.ts'

const before = { printer, material, job, moment: 'start' as const }
const text = 'G28\nM420 S1\nM190 S60\nM109 S200\nG1 X190 Y20 Z5 F6000'
const effect = (change: Partial<typeof printer>, script = text) =>
  effectsOf([{ id: 7, text: script, before, after: { ...before, printer: { ...printer, ...change } } }])[0]

it('a smaller reach brings a finding at the line that goes beyond it', () => {
  expect(effect({ reach: { ...printer.reach, x: [0, 180] } })).toMatchObject({
    id: 7,
    come: [{ line: 5, severity: 'error' }],
    go: [],
  })
})

it('a larger one takes it away', () => {
  expect(effect({ reach: { ...printer.reach, x: [0, 250] } }, `${text}\nG1 X240`)).toMatchObject({
    come: [],
    go: [{ line: 6 }],
  })
})

it('a slower bed takes longer', () => {
  // Twice the time to 60 °C: 240 s in place of 120 s, less what the nozzle took in place of the bed’s end.
  const slow = { ...printer.heaters, bed: { ...printer.heaters.bed, secondsTo60: 240, secondsTo100: 600 } }
  const { beforeS = 0, afterS = 0 } = effect({ heaters: slow }) ?? {}
  expect(afterS - beforeS).toBeGreaterThan(115)
  expect(afterS - beforeS).toBeLessThan(125)
})
