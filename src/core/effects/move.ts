// A straight move, a homing move to an end stop, or a move relative to a saved position.
import { type Command, hasLetter, numberOf } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import type { Position, Stage } from '../machine/state.ts'
import type { Step } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'
import type { Axis, Spot } from '../model/printer.ts'
import { sayMove } from './describe-move.ts'
import { goTo, named, runMove, scaleOf, takeFeed, takeFilament } from './moving.ts'
import type { Purpose } from './purpose.ts'
import { record } from './record.ts'

/** H1 and H3 stop at the end stop, and H1 also homes the axis; H2 moves single motors; H4 measures. */
function toEndStops(recorder: Recorder, command: Command, how: number, moved: readonly Axis[], feedMmS: number): void {
  const { reach, reachRadiusMm, homing } = recorder.stage.printer
  const { positioning, homed } = recorder.modes
  const target = { ...recorder.position }
  for (const axis of moved) {
    const [low, high] = reach[axis]
    const value = numberOf(command, axis.toUpperCase()) ?? 0
    const at = recorder.position[axis]
    const down = positioning === 'relative' ? value < 0 : Number.isNaN(at) ? value <= (low + high) / 2 : value < at
    // On a machine with a round reach the end stops are those of the carriages, at the top.
    target[axis] = reachRadiusMm === null ? (down ? low : high) : homing.at[axis]
    // From an unknown position: half the way, as homing assumes.
    if (Number.isNaN(at)) recorder.position[axis] = target[axis] + ((down ? 1 : -1) * (high - low)) / 2
  }
  goTo(recorder, target, feedMmS)
  if (how !== 1) return
  const now = { ...homed }
  for (const axis of moved) now[axis] = true
  recorder.set({ homed: now, motorsOn: true })
}

export const move = record<'move'>({
  movesHead: true,
  book: { kind: 'moves the head', alsoCalled: 'go travel extrude print motion linear' },
  run: (recorder, command, { endStops, restorePoint }) => {
    const how = endStops === undefined ? null : numberOf(command, endStops)
    const moved = named(command)
    if (how && how !== 2 && moved.length > 0) {
      const feedMmS = takeFeed(recorder, command)
      takeFilament(recorder, command)
      toEndStops(recorder, command, how, moved, feedMmS)
      return
    }
    const slot = restorePoint === undefined ? null : numberOf(command, restorePoint)
    const saved = slot === null ? undefined : recorder.remembered.get(String(slot))
    if (!saved) {
      runMove(recorder, command)
      return
    }
    const feedMmS = takeFeed(recorder, command)
    const target = { ...recorder.position }
    for (const axis of moved) {
      const place = saved.position[axis]
      if (place !== null)
        target[axis] =
          place + (numberOf(command, axis.toUpperCase()) ?? 0) * scaleOf(recorder) + recorder.modes.shift[axis]
    }
    goTo(recorder, target, feedMmS, takeFilament(recorder, command))
  },
  says: context => {
    const { command, effect, steps } = context
    const how = effect.endStops === undefined ? null : numberOf(command, effect.endStops)
    const moved = named(command).map(axis => axis.toUpperCase())
    if (how === 1) return `Moves ${moved.join(', ')} to the end stop and homes it.`
    if (how === 3 || how === 4) return `Moves ${moved.join(', ')} until the end stop and measures.`
    if (effect.restorePoint && hasLetter(command, effect.restorePoint))
      return `Moves back to the saved position ${numberOf(command, effect.restorePoint) ?? 0}${moved.length ? ` on ${moved.join(', ')}` : ''}.`
    return sayMove(context, steps)
  },
  purpose: ({ steps, stage }) => (steps ? purposeOfMove(steps, stage) : 'move'),
})

/** Moves within this distance of a bucket or brush belong to it, mm. */
const nearSpotMm = 35
const overBrushMm = 3

const nearSpot = ({ printer }: Stage, kind: RegExp, { x, y }: Position): Spot | undefined =>
  printer.spots.find(spot => kind.test(spot.name) && Math.hypot(spot.x - x, spot.y - y) <= nearSpotMm)

const isAfterPrint = ({ moment }: Stage): boolean => momentFacts[moment].overPrint && !momentFacts[moment].continues

/** A sliding bed moved to the front, or a lowering bed moved far down, presents the print. */
function presents({ from, to }: Step, { printer }: Stage): boolean {
  const axis = printer.bedCarriedOn
  if (axis === 'none') return false
  const [low, high] = printer.reach[axis]
  const others = axis === 'y' ? from.x === to.x : from.x === to.x && from.y === to.y
  return others && to[axis] > from[axis] && to[axis] >= low + (high - low) * 0.75
}

/**
 * The purpose of a move: extruding along a path is a purge line, or a purge over a bucket; extruding in place is a
 * purge, a small amount a prime; strokes over a brush are a wipe; after a print, bringing the bed forward presents it.
 */
export function purposeOfMove(steps: readonly Step[], stage: Stage): Purpose {
  const extruded = steps.reduce((sum, step) => sum + Math.max(0, step.filamentMm), 0)
  const drawn = steps.some(step => step.filamentMm < 0)
  const last = steps.at(-1)
  if (extruded > 0) {
    const along = steps.some(({ kind, from, to }) => kind === 'extrude' && Math.hypot(to.x - from.x, to.y - from.y) > 5)
    if (along)
      return last && nearSpot(stage, /bucket|purge/, last.to) && nearSpot(stage, /bucket|purge/, last.from)
        ? 'purge-spot'
        : 'purge-line'
    return extruded >= 5 ? 'purge-spot' : 'prime'
  }
  if (drawn) return 'retract'
  if (last && Math.hypot(last.to.x - last.from.x, last.to.y - last.from.y) > 1) {
    const brush = nearSpot(stage, /brush|wipe/, last.to)
    if (brush && last.to.z <= brush.z + overBrushMm && nearSpot(stage, /brush|wipe/, last.from)) return 'wipe'
  }
  return last && isAfterPrint(stage) && presents(last, stage) ? 'present' : 'move'
}
