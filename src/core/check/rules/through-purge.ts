// The nozzle travels through a line that it has just laid.
import { mm } from '../../format.ts'
import { beadWidthMm, type Stroke } from '../../machine/outcome.ts'
import type { Step } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm, lineOf } from '../queries.ts'

/** At the start of a travel the nozzle is on its own line, mm. */
const leavesWithinMm = 3
/** Below this clearance the nozzle touches a bead, mm. */
const clearMm = 0.2
/** A script with more strokes is a print, which crosses its own lines. */
const maxStrokes = 1000

type Point = readonly [number, number]

/** Where the first segment (0 to 1) crosses the second; null if they do not cross. */
function meets([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point, [dx, dy]: Point): number | null {
  const [rx, ry, sx, sy] = [bx - ax, by - ay, dx - cx, dy - cy]
  const cross = rx * sy - ry * sx
  if (Math.abs(cross) < 1e-9) return null
  const along = ((cx - ax) * sy - (cy - ay) * sx) / cross
  const other = ((cx - ax) * ry - (cy - ay) * rx) / cross
  return along >= 0 && along <= 1 && other >= 0 && other <= 1 ? along : null
}

/** The first stroke before a travel that the travel crosses; undefined if none. */
function struck(strokes: readonly Stroke[], step: Step): Stroke | undefined {
  const length = acrossMm(step)
  return strokes.find(stroke => {
    if (stroke.endS > step.start + 1e-9) return false
    if (Math.min(step.from.z, step.to.z) > Math.max(stroke.from[2], stroke.to[2]) + clearMm) return false
    return stroke.path.slice(1).some((to, i) => {
      const share = meets([step.from.x, step.from.y], [step.to.x, step.to.y], stroke.path[i] as Point, to)
      const width = beadWidthMm(stroke.crossSectionMm2, stroke.to[2])
      return share !== null && share * length > Math.max(leavesWithinMm, width)
    })
  })
}

function check(script: Checked): Found[] {
  if (script.strokes.length > maxStrokes) return []
  for (const step of script.steps) {
    if (step.kind !== 'travel' || acrossMm(step) <= leavesWithinMm) continue
    const stroke = struck(script.strokes, step)
    if (!stroke) continue
    const message = `Travels at ${mm(Math.min(step.from.z, step.to.z))} through the purge of line ${stroke.line}. The nozzle drags some of it into the print. Lift first, or leave along the edge.`
    return [{ line: lineOf(script, step), message }]
  }
  return []
}

export const throughPurge = {
  name: 'through-purge',
  group: 'motion',
  severity: 'warning',
  title: 'Scrapes through its own purge',
  why: 'Soft filament sticks to the nozzle. Whatever it tears off a purge line ends up in the first layer.',
  silentWhen:
    'Silent for leaving the line at its own end, for a second line beside the first, and from 0.2 mm above it.',
  example: {
    text: 'G28\nM420 S1\nM109 S200\nM83\nG1 X20 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 X10 Y100 F6000\nG1 X60 Y60',
  },
  moments: ['start'],
  check,
} as const satisfies Rule
