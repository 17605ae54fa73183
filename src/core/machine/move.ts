// Moves of the head and the filament: where they end, how long they take, what they push.
import { type Command, numberOf } from '../gcode/line.ts'
import { type Axis, axes } from '../model/printer.ts'
import { arcPath } from './arc.ts'
import { type AxisLimits, alongPath } from './motion.ts'
import type { PlannedMove } from './planner.ts'
import type { Recorder } from './recorder.ts'
import type { StepKind } from './trace.ts'

/** The feed assumed for a move before any has been set, mm/min: boards start with about this. */
const feedBeforeAnyMmMin = 1500

const mmPerInch = 25.4

/** Takes the line's feed, if it has one that a machine can use, and gives the feed that now holds, mm/s. */
function takeFeed(recorder: Recorder, command: Command): number {
  const feed = numberOf(command, 'F')
  const scale = recorder.modes.units === 'inch' ? mmPerInch : 1
  if (feed !== null && feed > 0 && feed * scale !== recorder.modes.feedMmMin) recorder.setFeed(feed * scale)
  return (((recorder.modes.feedMmMin ?? feedBeforeAnyMmMin) / 60) * recorder.modes.feedPercent) / 100
}

/** Where the named axes end, mm in machine coordinates; an axis stays NaN when it was unknown and the move is relative. */
function targetOf(recorder: Recorder, command: Command): Record<Axis, number> {
  const { positioning, units, shift } = recorder.modes
  const scale = units === 'inch' ? mmPerInch : 1
  const target = { ...recorder.position }
  for (const axis of axes) {
    const value = numberOf(command, axis.toUpperCase())
    if (value === null) continue
    target[axis] = positioning === 'relative' ? target[axis] + value * scale : value * scale + shift[axis]
  }
  return target
}

/** Filament that the line asks for, mm; moves the firmware's counter along. */
function takeFilament(recorder: Recorder, command: Command): number {
  const value = numberOf(command, 'E')
  if (value === null) return 0
  const wanted = value * (recorder.modes.units === 'inch' ? mmPerInch : 1)
  const change = recorder.modes.extrusion === 'relative' ? wanted : wanted - recorder.counterMm
  recorder.counterMm += change
  return (change * recorder.modes.flowPercent) / 100
}

/** Difference along an axis; 0 when either end is unknown, since no length can be told. */
const across = (from: number, to: number): number => (Number.isNaN(from) || Number.isNaN(to) ? 0 : to - from)

export function runMove(recorder: Recorder, command: Command): void {
  const feedMmS = takeFeed(recorder, command)
  const target = targetOf(recorder, command)
  const filamentMm = takeFilament(recorder, command)
  const from = recorder.position
  const [dx, dy, dz] = [across(from.x, target.x), across(from.y, target.y), across(from.z, target.z)]
  const lengthMm = Math.hypot(dx, dy, dz)
  const named = axes.some(axis => numberOf(command, axis.toUpperCase()) !== null)
  recorder.position = target
  if (lengthMm === 0) {
    if (filamentMm !== 0) runFilament(recorder, filamentMm, feedMmS)
    else if (named) recorder.step('travel', 0)
    return
  }
  const change = { x: dx, y: dy, z: dz, e: filamentMm }
  recorder.move(kindOf(filamentMm), planned(recorder, lengthMm, change, feedMmS), filamentMm)
}

const kindOf = (filamentMm: number): StepKind => (filamentMm > 0 ? 'extrude' : filamentMm < 0 ? 'retract' : 'travel')

/** A path of `lengthMm` whose axes change by `change` mm, within the limits of each axis. */
function planned(recorder: Recorder, lengthMm: number, change: AxisLimits, feedMmS: number): PlannedMove {
  const { acceleration, speedLimits, accelerationLimits } = recorder.modes
  const shares = { x: change.x / lengthMm, y: change.y / lengthMm, z: change.z / lengthMm, e: change.e / lengthMm }
  const speed = alongPath(feedMmS, shares, speedLimits)
  const wanted = change.e === 0 ? acceleration.travel : acceleration.print
  return { length: lengthMm, speed, acceleration: alongPath(wanted, shares, accelerationLimits), shares }
}

/** Filament alone: pushed forward or drawn back while the head stands. */
export function runFilament(recorder: Recorder, filamentMm: number, speedMmS: number): void {
  const { acceleration, speedLimits, accelerationLimits } = recorder.modes
  const speed = Math.min(speedMmS, speedLimits.e)
  const move: PlannedMove = {
    length: Math.abs(filamentMm),
    speed,
    acceleration: Math.min(acceleration.retract, accelerationLimits.e),
    shares: { x: 0, y: 0, z: 0, e: Math.sign(filamentMm) },
  }
  recorder.move(filamentMm > 0 ? 'push' : 'retract', move, filamentMm)
}

export function runArc(recorder: Recorder, command: Command, clockwise: boolean): void {
  const scale = recorder.modes.units === 'inch' ? mmPerInch : 1
  const from = { ...recorder.position }
  const target = targetOf(recorder, command)
  const length = (letter: string) => {
    const value = numberOf(command, letter)
    return value === null ? null : value * scale
  }
  const path = arcPath(from, target, { i: length('I'), j: length('J'), r: length('R') }, clockwise)
  if (!path) {
    runMove(recorder, command)
    return
  }
  const feedMmS = takeFeed(recorder, command)
  const filamentMm = takeFilament(recorder, command)
  const count = path.points.length
  let before = from
  for (const point of path.points) {
    const change = {
      x: across(before.x, point.x),
      y: across(before.y, point.y),
      z: across(before.z, point.z),
      e: filamentMm / count,
    }
    recorder.position = point
    recorder.move(kindOf(filamentMm), planned(recorder, path.lengthMm / count, change, feedMmS), filamentMm / count)
    before = point
  }
}
