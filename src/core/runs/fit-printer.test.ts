import { describe, expect, it } from 'vitest'
import { rehearseAndCheck } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { fitPrinter, type Timed } from './fit-printer.ts'

const setting = { printer, material, job, moment: 'start' as const }
const slower = (heat: number, perPoint: number) => ({
  ...printer,
  heaters: {
    ...printer.heaters,
    nozzle: { ...printer.heaters.nozzle, secondsTo200: 100 * heat },
    bed: { ...printer.heaters.bed, secondsTo60: 120 * heat, secondsTo100: 300 * heat },
  },
  probe: printer.probe && { ...printer.probe, secondsPerPoint: perPoint },
})
const texts = ['G28\nG29\nM190 S60\nM109 S200', 'M190 S60\nG28', 'M109 S200', 'G28\nG29\nG29\nG29']
/** What a printer with other figures than ours would take by the clock. */
const timedOn = (real: typeof printer): Timed[] =>
  texts.map(text => ({
    text,
    setting,
    measuredS: rehearseAndCheck(text, { ...setting, printer: real }).durations.totalS,
  }))

describe('a printer fitted to what was measured', () => {
  it('gets back the figures of the one that was measured', () => {
    // Warm-up a quarter longer: 125 s, 150 s, 375 s; three seconds a point where two were said.
    const fit = fitPrinter(printer, timedOn(slower(1.25, 3) as typeof printer))
    if (!fit.ok) throw new Error(fit.why)
    expect(fit.printer.heaters.nozzle.secondsTo200).toBeGreaterThanOrEqual(122)
    expect(fit.printer.heaters.nozzle.secondsTo200).toBeLessThanOrEqual(128)
    expect(fit.printer.probe?.secondsPerPoint).toBeGreaterThan(2.8)
    expect(fit.printer.probe?.secondsPerPoint).toBeLessThan(3.2)
    for (const { measuredS, beforeS, afterS } of fit.rows)
      expect(Math.abs(afterS - measuredS)).toBeLessThan(Math.abs(beforeS - measuredS) / 3)
    expect(fit.changes.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['nozzle to 200 °C', 'bed to 60 °C', 'a probe point']),
    )
  })

  it('changes nothing where the times are right', () => {
    const fit = fitPrinter(printer, timedOn(printer))
    expect(fit).toMatchObject({ ok: true, changes: [] })
  })

  it('changes nothing that the times can’t tell of: nothing was probed', () => {
    const timed = timedOn(slower(1.25, 3) as typeof printer).slice(1, 3)
    const fit = fitPrinter(printer, timed)
    if (!fit.ok) throw new Error(fit.why)
    expect(fit.printer.probe?.secondsPerPoint).toBe(2)
  })

  it('says so where no figures explain the times', () => {
    const timed = timedOn(printer)
    // One took four minutes longer than the like of it: that was not the printer.
    const odd = timed.map((each, i) => ({ ...each, measuredS: each.measuredS + (i === 2 ? 240 : 0) }))
    expect(fitPrinter(printer, odd)).toMatchObject({ agrees: false })
    expect(fitPrinter(printer, timed)).toMatchObject({ agrees: true })
  })

  it('wants more than one time', () =>
    expect(fitPrinter(printer, timedOn(printer).slice(0, 1))).toMatchObject({ ok: false }))
})
