// Calibrates a printer's times and accelerations from measured trials by least squares.
import type { Printer } from '../model/printer.ts'
import { type RehearsalInput, rehearseAndCheck } from '../round.ts'

/** A script timed on the real machine, s, with its input. */
export type Timed = { text: string; setting: RehearsalInput; measuredS: number }

export type Fit =
  | { ok: false; why: string }
  | {
      ok: true
      printer: Printer
      /** Changed values, with names; s, mm/s². */
      changes: { what: string; from: number; to: number; unit: string }[]
      /** Values that these trials do not depend on, and that stay unchanged. */
      untold: string[]
      /** Pairs of values that these trials can't distinguish: both were changed, but only one may be wrong. */
      alike: [string, string][]
      /** Whether the new values explain the times; if not, something else differed between the trials. */
      agrees: boolean
      /** Measured, rehearsed with the old values, and rehearsed with the new ones; s, in the order of the trials. */
      rows: { measuredS: number; beforeS: number; afterS: number }[]
    }

/** Assumed errors: of a measured time, s; of a printer's value, as a share. */
const watchS = 4
const doubt = 0.35
/** Smaller changes, as a share, are not offered; nor are changes below twice their uncertainty. */
const leastChange = 0.03
/** Limits for the change of a value. */
const [leastScale, maxScale] = [0.4, 2.5]
const rounds = 4
/** Times within this of the measured ones count as explained, s or as a share. */
const missS = 8
const missShare = 0.05
/** A trial depends on a value if a tenth of the value changes the time by this much, s. */
const seenS = 1
/** Values with a correlation below this can't be distinguished. */
const entangled = -0.8

type Figure = {
  what: string
  unit: string
  of: (printer: Printer) => number
  /** The printer with the value multiplied; null if it has no such value. */
  times: (printer: Printer, scale: number) => Printer | null
}

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits))

type Bed = Printer['heaters']['bed']

const withBed = (printer: Printer, change: (bed: Bed) => Partial<Bed>): Printer => ({
  ...printer,
  heaters: { ...printer.heaters, bed: { ...printer.heaters.bed, ...change(printer.heaters.bed) } },
})

const acceleration = (of: 'print' | 'travel', what: string): Figure => ({
  what,
  unit: 'mm/s²',
  of: ({ accelerationMmS2 }) => accelerationMmS2[of],
  times: (printer, scale) => ({
    ...printer,
    accelerationMmS2: {
      ...printer.accelerationMmS2,
      [of]: Math.max(1, Math.round(printer.accelerationMmS2[of] * scale)),
    },
  }),
})

const figures: readonly Figure[] = [
  {
    what: 'nozzle to 200 °C',
    unit: 's',
    of: ({ heaters }) => heaters.nozzle.secondsTo200,
    times: (printer, scale) => {
      const { nozzle } = printer.heaters
      const secondsTo200 = rounded(nozzle.secondsTo200 * scale, 0)
      return { ...printer, heaters: { ...printer.heaters, nozzle: { ...nozzle, secondsTo200 } } }
    },
  },
  {
    what: 'bed to 60 °C',
    unit: 's',
    of: ({ heaters }) => heaters.bed.secondsTo60,
    // Heating to 100 °C takes at least twice as long as to 60 °C.
    times: (printer, scale) =>
      withBed(printer, ({ secondsTo60, secondsTo100 }) => {
        const to60 = rounded(secondsTo60 * scale, 0)
        return { secondsTo60: to60, secondsTo100: Math.max(secondsTo100, 2 * to60) }
      }),
  },
  {
    what: 'bed to 100 °C',
    unit: 's',
    of: ({ heaters }) => heaters.bed.secondsTo100,
    times: (printer, scale) =>
      withBed(printer, ({ secondsTo60, secondsTo100 }) => ({
        secondsTo100: Math.max(2 * secondsTo60, rounded(secondsTo100 * scale, 0)),
      })),
  },
  {
    what: 'a probe point',
    unit: 's',
    of: ({ probe }) => probe?.secondsPerPoint ?? 0,
    times: (printer, scale) =>
      printer.probe && printer.probe.dip === null
        ? {
            ...printer,
            probe: { ...printer.probe, secondsPerPoint: rounded(printer.probe.secondsPerPoint * scale, 2) },
          }
        : null,
  },
  acceleration('print', 'acceleration when printing'),
  acceleration('travel', 'acceleration when travelling'),
]

/**
 * Solves a·x = b for a small matrix by elimination. The matrix here is never singular, because its diagonal is
 * positive.
 */
function solve(a: number[][], b: number[]): number[] {
  const rows = a.map((row, i) => [...row, b[i] as number])
  const size = b.length
  for (let i = 0; i < size; i++) {
    const pivot = rows[i] as number[]
    for (let j = 0; j < size; j++) {
      if (j === i) continue
      const row = rows[j] as number[]
      const share = (row[i] as number) / (pivot[i] as number)
      for (let k = i; k <= size; k++) row[k] = (row[k] as number) - share * (pivot[k] as number)
    }
  }
  return rows.map((row, i) => (row[size] as number) / (row[i] as number))
}

/** The inverse of a small matrix, column by column. */
const inverseOf = (a: number[][]): number[][] => {
  const columns = a.map((_, i) =>
    solve(
      a,
      a.map((_row, j) => (i === j ? 1 : 0)),
    ),
  )
  return a.map((_, row) => columns.map(column => column[row] as number))
}

const totalS = ({ text, setting }: Timed, printer: Printer): number =>
  rehearseAndCheck(text, { ...setting, printer }).durations.totalS

/** A printer with each value multiplied by its scale. */
const scaled = (printer: Printer, scales: ReadonlyMap<Figure, number>): Printer =>
  [...scales].reduce((now, [figure, scale]) => (scale === 1 ? now : (figure.times(now, scale) ?? now)), printer)

/** How much a tenth more of a value adds to each trial, s. */
const tenthOf = (
  figure: Figure,
  printer: Printer,
  trials: readonly Timed[],
  now: readonly number[],
): number[] | null => {
  const more = figure.times(printer, 1.1)
  return more && trials.map((trial, i) => totalS(trial, more) - (now[i] as number))
}

/**
 * Fits warm-up times, seconds a probe point and accelerations to what was measured: the least Σ((measured − rehearsed) / 4 s)² +
 * Σ((scale − 1) / 0.35)², the second sum because a few times can't tell everything apart and the figures are not far off. The
 * rehearsal is done anew with each better guess, as waits do not simply add. A figure that no trial would show stays as it is.
 */
export function fitPrinter(printer: Printer, trials: readonly Timed[]): Fit {
  if (trials.length < 2)
    return {
      ok: false,
      why: 'One measured time can’t say what takes longer. Measure at least two, of different scripts or revisions.',
    }
  const before = trials.map(trial => totalS(trial, printer))
  const shown = (figure: Figure) => tenthOf(figure, printer, trials, before)?.some(s => Math.abs(s) >= seenS) === true
  const borne = figures.filter(shown)
  const { scales, covariance } = leastSquares(printer, trials, borne)
  const sure = borne.map((_, i) => Math.sqrt(covariance[i]?.[i] ?? 0))
  const together = (i: number, j: number) =>
    (covariance[i]?.[j] ?? 0) / ((sure[i] as number) * (sure[j] as number)) < entangled
  const alike = borne.flatMap((one, i) =>
    borne.flatMap((other, j): [Figure, Figure][] => (j > i && together(i, j) ? [[one, other]] : [])),
  )
  const worth = new Map(
    borne.map((figure, i) => {
      const scale = scales.get(figure) as number
      // The sum of two values that can't be distinguished is known well, although neither is.
      const doubtful = alike.some(pair => pair.includes(figure)) ? 0 : 2 * (sure[i] as number)
      const by = Math.abs(scale - 1)
      return [figure, by >= Math.max(leastChange, doubtful) || by >= doubt ? scale : 1]
    }),
  )
  const fitted = scaled(printer, worth)
  const rows = trials.map((trial, i) => ({
    measuredS: trial.measuredS,
    beforeS: before[i] as number,
    afterS: totalS(trial, fitted),
  }))
  return {
    ok: true,
    printer: fitted,
    changes: changesFrom(printer, fitted),
    untold: figures.filter(figure => !borne.includes(figure)).map(({ what }) => what),
    alike: alike.map(([one, other]) => [one.what, other.what]),
    agrees: rows.every(
      ({ measuredS, afterS }) => Math.abs(measuredS - afterS) <= Math.max(missS, missShare * measuredS),
    ),
    rows,
  }
}

/** The best scales, and the uncertainty of each and of each pair. */
function leastSquares(printer: Printer, trials: readonly Timed[], borne: readonly Figure[]) {
  let scales = new Map(borne.map(figure => [figure, 1]))
  let covariance: number[][] = []
  for (let i = 0; i < rounds && borne.length > 0; i++) {
    const now = scaled(printer, scales)
    const totals = trials.map(trial => totalS(trial, now))
    // Seconds for the whole of each original value, derived from a tenth of the present one.
    const slopes = borne.map(figure =>
      (tenthOf(figure, now, trials, totals) ?? []).map(s => (s * 10) / (scales.get(figure) as number)),
    )
    const matrix = slopes.map((a, row) =>
      slopes.map(
        (b, column) =>
          a.reduce((sum, s, at) => sum + s * (b[at] as number), 0) / watchS ** 2 +
          (row === column ? 1 / doubt ** 2 : 0),
      ),
    )
    const right = slopes.map((a, row) => {
      const data = a.reduce((sum, s, at) => sum + s * ((trials[at] as Timed).measuredS - (totals[at] as number)), 0)
      return data / watchS ** 2 + (1 - (scales.get(borne[row] as Figure) as number)) / doubt ** 2
    })
    const steps = solve(matrix, right)
    covariance = inverseOf(matrix)
    scales = new Map(
      borne.map((figure, at) => {
        const next = (scales.get(figure) as number) + (steps[at] as number)
        return [figure, Math.min(maxScale, Math.max(leastScale, next))]
      }),
    )
  }
  return { scales, covariance }
}

function changesFrom(from: Printer, to: Printer) {
  return figures.flatMap(({ what, unit, of }) => {
    const [was, is] = [of(from), of(to)]
    return is === was ? [] : [{ what, from: was, to: is, unit }]
  })
}
