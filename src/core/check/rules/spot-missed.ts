// Purges or wipes beside the bucket or the brush instead of in it.
import { mm, plain } from '../../format.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import type { Step } from '../../machine/trace.ts'
import { outsideMm } from '../../model/job.ts'
import { offBedMm, type Spot } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm, lineOf, printArea } from '../queries.ts'

/** Assumed size of a bucket and a brush around their spots; beyond `nearMm` a purge is unrelated to them, mm. */
const bucketMm = 15
const brushMm = 15
const nearMm = 60
/** An extrusion in place of this amount is a purge, mm³. */
const purgeMm3 = 8
/** A wipe is at least this many strokes back and forth, this short and this low. */
const strokes = 3
const strokeMm = 60
const overMm = 4

const awayMm = ({ x, y }: Spot, at: { x: number; y: number }): number => Math.hypot(at.x - x, at.y - y)

function nearest(spots: readonly Spot[], at: { x: number; y: number }): { spot: Spot; away: number } | null {
  const [first] = spots
    .map(spot => ({ spot, away: awayMm(spot, at) }))
    .filter(({ away }) => away <= nearMm)
    .sort((a, b) => a.away - b.away)
  return first ?? null
}

function check(script: Checked): Found[] {
  const { spots } = script.stage.printer
  const buckets = spots.filter(({ name }) => /bucket|bin|tray/.test(name))
  const brushes = spots.filter(({ name }) => /brush|wipe/.test(name))
  return [
    ...(buckets.length ? purgesBeside(script, buckets) : []),
    ...(brushes.length ? wipesBeside(script, brushes) : []),
  ]
}

/** A purge beside the bed near the bucket is meant for the bucket. */
function purgesBeside(script: Checked, buckets: readonly Spot[]): Found[] {
  const { steps, stage, trace } = script
  let extruded = 0
  for (const [i, step] of steps.entries()) {
    const inPlace = acrossMm(step) < 0.01
    if (!inPlace) extruded = 0
    if (!inPlace || step.filamentMm <= 0 || Number.isNaN(step.to.x + step.to.y)) continue
    extruded +=
      step.filamentMm * toolFilamentAreaMm2(stage.printer, Math.max(0, trace.rows.modes[step.command]?.tool ?? 0))
    const found = nearest(buckets, step.to)
    if (extruded < purgeMm3 || !found || found.away <= bucketMm || offBedMm(stage.printer, step.to.x, step.to.y) === 0)
      continue
    const { spot, away } = found
    const to = steps.slice(0, i + 1).findLast(each => acrossMm(each) >= 0.01)
    const message = `Purges ${plain(extruded, 0)} mm³ at X${plain(step.to.x, 1)} Y${plain(step.to.y, 1)}, ${mm(away, 0)} beside the ${spot.name} (X${plain(spot.x, 1)} Y${plain(spot.y, 1)}), so the filament misses it.`
    return [
      {
        line: lineOf(script, step),
        lines: to ? [lineOf(script, step), lineOf(script, to)] : [lineOf(script, step)],
        message,
      },
    ]
  }
  return []
}

/** Short, low strokes back and forth beside the print, near the brush and never over it. */
function wipesBeside(script: Checked, brushes: readonly Spot[]): Found[] {
  const { steps } = script
  const area = printArea(script)
  let run: Step[] = []
  const wipes: Step[][] = []
  for (const step of steps) {
    const across = acrossMm(step)
    if (step.kind === 'travel' && across > 0 && across <= strokeMm && step.from.z === step.to.z) run.push(step)
    else if (across > 0 || step.kind !== 'retract') {
      if (run.length) wipes.push(run)
      run = []
    }
  }
  if (run.length) wipes.push(run)
  for (const wipe of wipes) {
    const turns = wipe.filter((step, i) => {
      const before = wipe[i - 1]
      return (
        before !== undefined &&
        (step.to.x - step.from.x) * (before.to.x - before.from.x) +
          (step.to.y - step.from.y) * (before.to.y - before.from.y) <
          0
      )
    })
    const [first] = wipe
    if (turns.length < strokes - 1 || !first || outsideMm(area, first.to.x, first.to.y) === 0) continue
    const found = nearest(brushes, first.to)
    if (!found || first.to.z > found.spot.z + overMm) continue
    const { spot } = found
    const away = wipe.reduce((least, { from, to }) => {
      const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }
      return Math.min(least, awayMm(spot, from), awayMm(spot, to), awayMm(spot, middle))
    }, Number.POSITIVE_INFINITY)
    if (away <= brushMm) continue
    const message = `Wipes back and forth near X${plain(first.to.x, 0)} Y${plain(first.to.y, 0)}, ${mm(away, 0)} beside the ${spot.name} (X${plain(spot.x, 1)} Y${plain(spot.y, 1)}), and never over it.`
    return [{ line: lineOf(script, first), message }]
  }
  return []
}

export const spotMissed = {
  name: 'spot-missed',
  group: 'change',
  severity: 'warning',
  title: 'Misses the bucket or the brush',
  why: 'What is purged beside the bucket stays on the machine or is carried back to the print, and a brush that is missed cleans nothing.',
  silentWhen: `A bucket is taken as ${bucketMm} mm around its position, a brush as ${brushMm} mm. Silent over the bed, and farther than ${nearMm} mm from either.`,
  example: {
    text: 'G28\nM420 S1\nM109 S200\nM83\nG1 Z20 F600\nG1 X-20 Y80 F6000\nG1 E20 F200\nG1 E-2 F1800\nG1 E2 F1800',
    printer: {
      reach: { x: [-30, 200], y: [0, 200], z: [0, 200] },
      spots: [{ name: 'bucket', x: -20, y: 110, z: 10 }],
    },
  },
  check,
} as const satisfies Rule
