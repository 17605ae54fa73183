import { describe, expect, it } from 'vitest'
import { chanceFrom } from '../../siege/texts.ts'
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

  /** A watch read by a person: seeded noise of about ±3 s on each time, more than ±6 s on none. */
  const noisy = (timed: readonly Timed[], seed: number): Timed[] => {
    const chance = chanceFrom(seed)
    return timed.map(each => ({
      ...each,
      measuredS: each.measuredS + (chance() + chance() + chance() + chance() - 2) * 3,
    }))
  }

  it.each([1, 2, 3, 4, 5, 6])('gets near them through a person’s watch (%i)', seed => {
    // A quarter more of 100 s is 25 s, six times what the watch is off: the nozzle is known to about 4 s of 125 s.
    const fit = fitPrinter(
      printer,
      noisy([...timedOn(slower(1.25, 3) as typeof printer), ...timedOn(slower(1.25, 3) as typeof printer)], seed),
    )
    if (!fit.ok) throw new Error(fit.why)
    expect(Math.abs(fit.printer.heaters.nozzle.secondsTo200 - 125)).toBeLessThan(6)
    expect(Math.abs(fit.printer.heaters.bed.secondsTo60 - 150)).toBeLessThan(7)
    expect(Math.abs((fit.printer.probe?.secondsPerPoint ?? 0) - 3)).toBeLessThan(0.3)
    expect(fit.agrees).toBe(true)
  })

  it.each([1, 2, 3, 4, 5, 6])('moves nothing for a watch’s noise (%i)', seed => {
    const fit = fitPrinter(printer, noisy(timedOn(printer), seed))
    expect(fit).toMatchObject({ ok: true, changes: [] })
  })

  it('says which figures its trials can’t tell, and leaves them', () => {
    // Beds to 60 °C and no probing: how long 100 °C takes, a probe point and the accelerations show nowhere.
    const timed = noisy(timedOn(slower(1.25, 3) as typeof printer).slice(1, 3), 7)
    const fit = fitPrinter(printer, timed)
    if (!fit.ok) throw new Error(fit.why)
    expect(fit.untold).toEqual([
      'bed to 100 °C',
      'a probe point',
      'acceleration when printing',
      'acceleration when travelling',
    ])
    expect(fit.printer.probe).toEqual(printer.probe)
    expect(fit.printer.accelerationMmS2).toEqual(printer.accelerationMmS2)
    expect(fit.printer.heaters.bed.secondsTo100).toBe(Math.max(300, 2 * fit.printer.heaters.bed.secondsTo60))
  })

  it('says which figures it can’t tell from each other', () => {
    // Both trials heat the bed and then the nozzle, one after the other: their sum is known, and neither by itself.
    const one = 'M190 S60\nM109 S200'
    const real = slower(1.25, 2) as typeof printer
    const timed = [one, one].map(text => ({
      text,
      setting: { ...setting, printer: { ...printer, heaters: { ...printer.heaters, together: false } } },
      measuredS: rehearseAndCheck(text, { ...setting, printer: real }).durations.totalS,
    }))
    const fit = fitPrinter(printer, timed)
    if (!fit.ok) throw new Error(fit.why)
    expect(fit.alike).toEqual([['nozzle to 200 °C', 'bed to 60 °C']])
    // 100 and 120 s are 55 s too short in sum: both grow, and the times are right.
    expect(fit.changes.slice(0, 2).map(({ what }) => what)).toEqual(['nozzle to 200 °C', 'bed to 60 °C'])
    expect(fit.agrees).toBe(true)
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
