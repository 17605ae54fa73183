// Totals of a rehearsal: strokes of filament, seconds by activity, filament used, bounds.
import { type Axis, axes, type Printer } from '../model/printer.ts'
import { materialOf, type Stage } from './state.ts'
import { type Step, type StepKind, stepsOf, type Trace } from './trace.ts'

/** One extruding move; the chords of an arc are joined. Lengths in mm. */
export type Stroke = {
  line: number
  tool: number
  from: [number, number, number]
  to: [number, number, number]
  /** The path to draw: its ends, and for an arc the points between. */
  path: [number, number][]
  filamentMm: number
  lengthMm: number
  crossSectionMm2: number
  flowMm3S: number
  seconds: number
  startS: number
  endS: number
}

/** The cross-section of filament, mm²: π/4·d². */
export const filamentAreaMm2 = (diameterMm: number): number => (Math.PI / 4) * diameterMm * diameterMm

/** The filament cross-section of one of a printer's tools, mm². A tool that does not exist counts as 1.75 mm. */
export const toolFilamentAreaMm2 = (printer: Printer, tool: number): number =>
  filamentAreaMm2(printer.tools[tool]?.filamentMm ?? 1.75)

/** Moves that extrude along a path of known length. Volume = e·π/4·d², cross-section = volume / length. */
export function strokesOf(trace: Trace, stage: Stage): Stroke[] {
  const strokes: (Stroke & { command: number })[] = []
  for (const step of stepsOf(trace)) {
    if (step.kind !== 'extrude') continue
    const { from, to } = step
    const lengthMm = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)
    if (!(lengthMm > 0)) continue
    const last = strokes.at(-1)
    if (last && last.command === step.command) {
      last.to = [to.x, to.y, to.z]
      last.path.push([to.x, to.y])
      last.filamentMm += step.filamentMm
      last.lengthMm += lengthMm
      last.seconds += step.end - step.start
      last.endS = step.end
      continue
    }
    strokes.push({
      command: step.command,
      line: trace.rows.line[step.command] as number,
      tool: trace.rows.modes[step.command]?.tool ?? 0,
      from: [from.x, from.y, from.z],
      to: [to.x, to.y, to.z],
      path: [
        [from.x, from.y],
        [to.x, to.y],
      ],
      filamentMm: step.filamentMm,
      lengthMm,
      crossSectionMm2: 0,
      flowMm3S: 0,
      seconds: step.end - step.start,
      startS: step.start,
      endS: step.end,
    })
  }
  return strokes.map(({ command: _, ...stroke }) => {
    const volume = stroke.filamentMm * toolFilamentAreaMm2(stage.printer, stroke.tool)
    return {
      ...stroke,
      crossSectionMm2: volume / stroke.lengthMm,
      flowMm3S: stroke.seconds > 0 ? volume / stroke.seconds : 0,
    }
  })
}

/**
 * The width, mm, of a bead with this cross-section at this height: a rectangle with half-round sides, w = A/h + h·(1 −
 * π/4). If the bead is narrower than it is high, it counts as a round string of the same area.
 */
export function beadWidthMm(crossSectionMm2: number, heightMm: number): number {
  const round = 2 * Math.sqrt(crossSectionMm2 / Math.PI)
  if (!(heightMm > 0) || heightMm >= round) return round
  return crossSectionMm2 / heightMm + heightMm * (1 - Math.PI / 4)
}

/** The cross-section, mm², of a bead this wide at this height: the inverse of `beadWidthMm`, A = h·(w − h·(1 − π/4)). */
export const beadAreaMm2 = (widthMm: number, heightMm: number): number =>
  heightMm > 0 && widthMm > heightMm
    ? heightMm * (widthMm - heightMm * (1 - Math.PI / 4))
    : (Math.PI / 4) * widthMm ** 2

export type Durations = {
  totalS: number
  heatingS: number
  movingS: number
  homingS: number
  probingS: number
  waitingS: number
}

const bucketOf: Record<StepKind, Exclude<keyof Durations, 'totalS'>> = {
  travel: 'movingS',
  extrude: 'movingS',
  push: 'movingS',
  retract: 'movingS',
  home: 'homingS',
  probe: 'probingS',
  'wait-nozzle': 'heatingS',
  'wait-bed': 'heatingS',
  'wait-chamber': 'heatingS',
  align: 'probingS',
  stand: 'waitingS',
}

export type Filament = { extrudedMm: number; netMm: number; volumeMm3: number; massG: number; cost: number }
export type Bounds = Record<Axis, [number, number] | null>

/**
 * Seconds by activity; filament extruded (mm, mm³, g, money) and net of retractions; the smallest and largest known
 * position of each axis. Mass = volume × density, cost = mass × price.
 */
export function totals(trace: Trace, stage: Stage): { durations: Durations; filament: Filament; bounds: Bounds } {
  const durations = { totalS: trace.totalS, heatingS: 0, movingS: 0, homingS: 0, probingS: 0, waitingS: 0 }
  const bounds: Bounds = { x: null, y: null, z: null }
  let extrudedMm = 0
  let netMm = 0
  let volumeMm3 = 0
  let massG = 0
  let cost = 0
  const widen = (step: Step) => {
    for (const axis of axes) {
      const at = step.to[axis]
      if (Number.isNaN(at)) continue
      const span = bounds[axis]
      bounds[axis] = span ? [Math.min(span[0], at), Math.max(span[1], at)] : [at, at]
    }
  }
  for (const step of stepsOf(trace)) {
    durations[bucketOf[step.kind]] += step.end - step.start
    widen(step)
    netMm += step.filamentMm
    if (step.filamentMm <= 0) continue
    const tool = trace.rows.modes[step.command]?.tool ?? 0
    extrudedMm += step.filamentMm
    const mm3 = step.filamentMm * toolFilamentAreaMm2(stage.printer, tool)
    const { densityGCm3, pricePerKg } = materialOf(stage, tool)
    volumeMm3 += mm3
    massG += (mm3 * densityGCm3) / 1000
    cost += (mm3 * densityGCm3 * pricePerKg) / 1_000_000
  }
  return { durations, filament: { extrudedMm, netMm, volumeMm3, massG, cost }, bounds }
}
