// A printer's own figures bettered from what was measured: least squares over several trials.
import type { Printer } from '../model/printer.ts'
import { type RehearsalInput, rehearseAndCheck } from '../round.ts'

/** A script that was timed on the real machine, s, and what it was run for. */
export type Timed = { text: string; setting: RehearsalInput; measuredS: number }

export type Fit =
  | { ok: false; why: string }
  | {
      ok: true
      printer: Printer
      /** Figures that change, in words: s, mm/s². */
      changes: { what: string; from: number; to: number; unit: string }[]
      /** Whether the new figures explain the times; if not, something else differed between the trials. */
      agrees: boolean
      /** What was measured, rehearsed before, and rehearsed with the new figures; s, in the order of the trials. */
      rows: { measuredS: number; beforeS: number; afterS: number }[]
    }

/** How far a watch and a person's attention are off, s; and how far a printer's figures may be, as a share of them. */
const watchS = 4
const doubt = 0.35
/** Changes smaller than this share are not worth offering. */
const leastChange = 0.03
/** Figures further off than this are not the printer's fault. */
const [leastScale, mostScale] = [0.4, 2.5]
const rounds = 4
/** Times that the new figures miss by no more than this, s or as a share, are explained. */
const missS = 8
const missShare = 0.05

/** What the figures are multiplied by: warm-up times, seconds a probe point, times of moving. */
type Scales = { heat: number; probe: number; move: number }
const names = ['heat', 'probe', 'move'] as const

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits))

/** A printer with its figures scaled; times of moving by accelerations, which go with the inverse square of time. */
function scaled(printer: Printer, { heat, probe, move }: Scales): Printer {
  const { nozzle, bed } = printer.heaters
  const accelerate = (value: number) => Math.max(1, Math.round(value / (move * move)))
  const { print, travel, retract } = printer.accelerationMmS2
  return {
    ...printer,
    heaters: {
      ...printer.heaters,
      nozzle: { ...nozzle, secondsTo200: rounded(nozzle.secondsTo200 * heat, 0) },
      bed: {
        ...bed,
        secondsTo60: rounded(bed.secondsTo60 * heat, 0),
        secondsTo100: rounded(bed.secondsTo100 * heat, 0),
      },
    },
    probe:
      printer.probe && printer.probe.dip === null
        ? { ...printer.probe, secondsPerPoint: rounded(printer.probe.secondsPerPoint * probe, 2) }
        : printer.probe,
    accelerationMmS2: { print: accelerate(print), travel: accelerate(travel), retract },
  }
}

/** Solves a·x = b for a small matrix by elimination; the matrix here is never singular, its diagonal being above zero. */
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

/** Where the times of a rehearsal go, s. */
function timesOf({ text, setting }: Timed, printer: Printer) {
  const { durations } = rehearseAndCheck(text, { ...setting, printer })
  const parts = { heat: durations.heatingS, probe: durations.probingS, move: durations.movingS }
  return { total: durations.totalS, parts }
}

/**
 * Fits warm-up times, seconds a probe point and accelerations to what was measured: the least Σ((measured − rehearsed) / 4 s)² +
 * Σ((scale − 1) / 0.35)², the second sum because a few times can't tell everything apart and the figures are not far off. The
 * rehearsal is done anew with each better guess, as waits do not simply add.
 */
export function fitPrinter(printer: Printer, trials: readonly Timed[]): Fit {
  if (trials.length < 2)
    return {
      ok: false,
      why: 'One measured time can’t say what takes longer. Measure at least two, of different scripts or revisions.',
    }
  const before = trials.map(trial => timesOf(trial, printer).total)
  let scales: Scales = { heat: 1, probe: 1, move: 1 }
  for (let i = 0; i < rounds; i++) {
    const now = trials.map(trial => timesOf(trial, scaled(printer, scales)))
    // A step of each scale, as a share of what it is now, changes the total by that share of its part.
    const matrix = names.map((a, row) =>
      names.map((b, column) => {
        const data = now.reduce((sum, { parts }) => sum + parts[a] * parts[b], 0) / watchS ** 2
        return data + (row === column ? (scales[a] / doubt) ** 2 : 0)
      }),
    )
    const right = names.map(a => {
      const data = now.reduce(
        (sum, { total, parts }, at) => sum + parts[a] * ((trials[at] as Timed).measuredS - total),
        0,
      )
      return data / watchS ** 2 + (scales[a] * (1 - scales[a])) / doubt ** 2
    })
    const [heat = 0, probe = 0, move = 0] = solve(matrix, right)
    const next = (scale: number, share: number) => Math.min(mostScale, Math.max(leastScale, scale * (1 + share)))
    scales = { heat: next(scales.heat, heat), probe: next(scales.probe, probe), move: next(scales.move, move) }
  }
  const worth = (scale: number) => (Math.abs(scale - 1) < leastChange ? 1 : scale)
  const fitted = scaled(printer, { heat: worth(scales.heat), probe: worth(scales.probe), move: worth(scales.move) })
  const rows = trials.map((trial, i) => ({
    measuredS: trial.measuredS,
    beforeS: before[i] as number,
    afterS: timesOf(trial, fitted).total,
  }))
  const agrees = rows.every(
    ({ measuredS, afterS }) => Math.abs(measuredS - afterS) <= Math.max(missS, missShare * measuredS),
  )
  return { ok: true, printer: fitted, changes: changesFrom(printer, fitted), agrees, rows }
}

function changesFrom(from: Printer, to: Printer) {
  const figures = ({ heaters, probe, accelerationMmS2 }: Printer): [string, number, string][] => [
    ['nozzle to 200 °C', heaters.nozzle.secondsTo200, 's'],
    ['bed to 60 °C', heaters.bed.secondsTo60, 's'],
    ['bed to 100 °C', heaters.bed.secondsTo100, 's'],
    ['a probe point', probe?.secondsPerPoint ?? 0, 's'],
    ['acceleration when printing', accelerationMmS2.print, 'mm/s²'],
    ['acceleration when travelling', accelerationMmS2.travel, 'mm/s²'],
  ]
  const after = figures(to)
  return figures(from).flatMap(([what, was, unit], i) => {
    const [, is] = after[i] as [string, number, string]
    return is === was ? [] : [{ what, from: was, to: is, unit }]
  })
}
