// Executes moves of head and filament: where they end, how long they take, what they extrude.
import { type Command, hasLetter, numberOf } from '../gcode/line.ts'
import { arcPath } from '../machine/arc.ts'
import { type AxisLimits, alongPath } from '../machine/motion.ts'
import { filamentAreaMm2 } from '../machine/outcome.ts'
import type { PlannedMove } from '../machine/planner.ts'
import type { Recorder } from '../machine/recorder.ts'
import { flowPercent, type Position } from '../machine/state.ts'
import type { StepKind } from '../machine/trace.ts'
import { type Axis, axes } from '../model/printer.ts'

/** Feed rate before any was set, mm/min: about the default of boards. */
const feedBeforeAnyMmMin = 1500

export const mmPerInch = 25.4

export const scaleOf = ({ modes }: Recorder): number => (modes.units === 'inch' ? mmPerInch : 1)

/** Takes the line's feed rate if it is valid, and returns the feed rate that applies, mm/s. */
export function takeFeed(recorder: Recorder, command: Command): number {
  const feed = numberOf(command, 'F')
  const scale = scaleOf(recorder)
  if (feed !== null && feed > 0 && feed * scale !== recorder.modes.feedMmMin) recorder.setFeed(feed * scale)
  return (((recorder.modes.feedMmMin ?? feedBeforeAnyMmMin) / 60) * recorder.modes.feedPercent) / 100
}

/** Whether a letter has a formula without a known value, such as a slicer's placeholder. */
const isUnknown = ({ words }: Command, wanted: string): boolean =>
  words.some(({ letter, value, formula }) => letter === wanted && value === null && formula !== null)

/**
 * The end of a move in machine coordinates, mm. An axis is NaN after a move to an unknown position, and stays NaN if it
 * was unknown and the move is relative.
 */
export function targetOf(recorder: Recorder, command: Command): Position {
  const { positioning, shift } = recorder.modes
  const scale = scaleOf(recorder)
  const target = { ...recorder.position }
  for (const axis of axes) {
    const value = numberOf(command, axis.toUpperCase())
    if (isUnknown(command, axis.toUpperCase())) target[axis] = Number.NaN
    if (value === null) continue
    if (command.machine) target[axis] = value * scale
    else target[axis] = positioning === 'relative' ? target[axis] + value * scale : value * scale + shift[axis]
  }
  return target
}

/** Converts an E value to mm of filament: it is mm, or mm³ if E counts volume. */
function lengthOfFilament(recorder: Recorder, counted: number): number {
  const diameterMm = recorder.modes.volumetric[recorder.toolMeant] ?? 0
  return diameterMm > 0 ? counted / filamentAreaMm2(diameterMm) : counted
}

/** Takes the line's E value, mm, and advances the firmware's counter. Without a tool in use nothing is extruded. */
export function takeFilament(recorder: Recorder, command: Command): number {
  const value = numberOf(command, 'E')
  if (value === null) return 0
  const wanted = value * scaleOf(recorder)
  const change = recorder.modes.extrusion === 'relative' ? wanted : wanted - recorder.counter
  recorder.counter += change
  if (recorder.modes.tool < 0) return 0
  return (lengthOfFilament(recorder, change) * flowPercent(recorder.modes)) / 100
}

/** The distance along an axis; 0 if either end is unknown. */
const across = (from: number, to: number): number => (Number.isNaN(from) || Number.isNaN(to) ? 0 : to - from)

export const named = (command: Command): Axis[] => axes.filter(axis => hasLetter(command, axis.toUpperCase()))

/** Moves to a machine position at a speed, extruding on the way. */
export function goTo(recorder: Recorder, target: Position, feedMmS: number, filamentMm = 0, seen = true): void {
  const from = recorder.position
  const [dx, dy, dz] = [across(from.x, target.x), across(from.y, target.y), across(from.z, target.z)]
  const lengthMm = Math.hypot(dx, dy, dz)
  recorder.position = target
  if (lengthMm === 0) {
    if (filamentMm !== 0) runFilament(recorder, filamentMm, feedMmS)
    else if (seen) recorder.step('travel', 0)
    return
  }
  const change = { x: dx, y: dy, z: dz, e: filamentMm }
  recorder.move(kindOf(filamentMm), planned(recorder, lengthMm, change, feedMmS), filamentMm)
}

/** Travels to a position at the machine's own travel speed, as firmware does when it parks. */
export function travelTo(recorder: Recorder, place: Readonly<Partial<Position>>): void {
  const { printer } = recorder.stage
  const target = { ...recorder.position, ...place }
  const speed = place.x === undefined && place.y === undefined ? printer.highestSpeedMmS.z : printer.highestSpeedMmS.x
  goTo(recorder, target, speed / 2, 0, false)
}

export const kindOf = (filamentMm: number): StepKind =>
  filamentMm > 0 ? 'extrude' : filamentMm < 0 ? 'retract' : 'travel'

/** A move of `lengthMm` with a change of `change` mm per axis, within the axis limits. */
export function planned(recorder: Recorder, lengthMm: number, change: AxisLimits, feedMmS: number): PlannedMove {
  const { acceleration, speedLimits, accelerationLimits } = recorder.modes
  const shares = { x: change.x / lengthMm, y: change.y / lengthMm, z: change.z / lengthMm, e: change.e / lengthMm }
  const speed = alongPath(feedMmS, shares, speedLimits)
  const wanted = change.e === 0 ? acceleration.travel : acceleration.print
  return { length: lengthMm, speed, acceleration: alongPath(wanted, shares, accelerationLimits), shares }
}

/** Extrudes or retracts while the head stands still. */
export function runFilament(recorder: Recorder, filamentMm: number, speedMmS: number): void {
  if (filamentMm === 0) return
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

export function runMove(recorder: Recorder, command: Command): void {
  const feedMmS = takeFeed(recorder, command)
  const target = targetOf(recorder, command)
  const filamentMm = takeFilament(recorder, command)
  const places = axes.some(axis => numberOf(command, axis.toUpperCase()) !== null)
  goTo(recorder, target, feedMmS, filamentMm, places)
}

/** For each plane: its two axes, the letters of an arc's centre, and the axis along which the arc rises. */
const planeAxes = {
  xy: { axes: ['x', 'y', 'z'], centre: ['I', 'J'] },
  zx: { axes: ['z', 'x', 'y'], centre: ['K', 'I'] },
  yz: { axes: ['y', 'z', 'x'], centre: ['J', 'K'] },
} as const

export function runArc(recorder: Recorder, command: Command, clockwise: boolean, byRadius: boolean): void {
  const scale = scaleOf(recorder)
  const { axes: order, centre } = planeAxes[recorder.modes.plane]
  const [first, second, rise] = order
  const from = { ...recorder.position }
  const target = targetOf(recorder, command)
  const length = (letter: string) => {
    const value = numberOf(command, letter)
    return value === null ? null : value * scale
  }
  const flat = (place: Position): Position => ({ x: place[first], y: place[second], z: place[rise] })
  const path = arcPath(
    flat(from),
    flat(target),
    { i: length(centre[0]), j: length(centre[1]), r: byRadius ? length('R') : null },
    clockwise,
  )
  if (!path) {
    runMove(recorder, command)
    return
  }
  const feedMmS = takeFeed(recorder, command)
  const filamentMm = takeFilament(recorder, command)
  const count = path.points.length
  let before = from
  for (const point of path.points) {
    const place = { [first]: point.x, [second]: point.y, [rise]: point.z } as Position
    const change = {
      x: across(before.x, place.x),
      y: across(before.y, place.y),
      z: across(before.z, place.z),
      e: filamentMm / count,
    }
    recorder.position = place
    recorder.move(kindOf(filamentMm), planned(recorder, path.lengthMm / count, change, feedMmS), filamentMm / count)
    before = place
  }
}
