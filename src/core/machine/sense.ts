// Homing, probing and aligning: how the machine finds out where it is and what shape its bed has.
import { type Command, hasLetter, numberOf } from '../gcode/line.ts'
import { type Axis, axes, type Printer, type Probe } from '../model/printer.ts'
import { secondsBetween } from './planner.ts'
import { probePoints } from './probe.ts'
import type { Recorder } from './recorder.ts'

/** An alignment touches each of four corners twice. */
const alignTouches = 8

export function runHome(recorder: Recorder, command: Command, turnsLevellingOff: boolean): void {
  const { printer, firmware } = recorder.stage
  const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
  let wanted = named.length ? named : [...axes]
  if (hasLetter(command, 'O')) wanted = wanted.filter(axis => !recorder.modes.homed[axis])
  for (const axis of firmware.homingOrder) {
    if (!wanted.includes(axis)) continue
    const at = recorder.position[axis]
    const [low, high] = printer.reach[axis]
    const distance = Number.isNaN(at) ? (high - low) / 2 : Math.abs(at - printer.homing.at[axis])
    recorder.position[axis] = printer.homing.at[axis]
    recorder.step('home', homingSeconds(printer, axis, distance))
  }
  const homed = { ...recorder.modes.homed }
  const shift = { ...recorder.modes.shift }
  for (const axis of wanted) {
    homed[axis] = true
    shift[axis] = 0
  }
  const off = turnsLevellingOff && wanted.includes('z') && (printer.probe !== null || printer.storedMesh)
  recorder.set({ homed, shift, motorsOn: true, levelling: off ? 'off' : recorder.modes.levelling })
}

/**
 * Seconds to home an axis from a distance: a fast approach, and where it touches twice a step back and a slow approach. Z, which
 * is touched at 0, then lifts to where it is said to stand.
 */
export function homingSeconds({ homing }: Printer, axis: Axis, distanceMm: number): number {
  const fast = homing.speedMmS[axis]
  const bump = homing.bumpMm[axis]
  const lift = bump > 0 && axis === 'z' ? homing.at.z : 0
  return (distanceMm + bump + lift) / fast + bump / (fast * homing.bumpShare)
}

/**
 * Seconds to probe a point `travelMm` away, 0 for where the head is: the way there from rest to rest, down fast, a step up, down
 * slowly, and up; or simply the printer's seconds a point, where nothing more is known.
 */
export function probeSeconds({ accelerationMmS2 }: Printer, { dip, secondsPerPoint }: Probe, travelMm: number): number {
  if (!dip) return secondsPerPoint
  const { liftMm, bumpMm, fastMmS, slowMmS, travelMmS } = dip
  const travel = secondsBetween(travelMm, travelMmS, accelerationMmS2.travel, 0, 0)
  return travel + (liftMm + bumpMm + liftMm) / fastMmS + bumpMm / slowMmS
}

export function runProbe(recorder: Recorder, turnsLevellingOn: boolean): void {
  const { probe } = recorder.stage.printer
  if (!probe) return
  const { printer } = recorder.stage
  for (const point of probePoints(printer, probe)) {
    const { x, y } = recorder.position
    const way = Math.hypot(point.x - x, point.y - y)
    recorder.position = { ...recorder.position, ...point }
    recorder.step('probe', probeSeconds(printer, probe, Number.isNaN(way) ? 0 : way))
  }
  if (turnsLevellingOn) recorder.set({ levelling: 'on' })
}

/** One touch where the head stands, or at the place that the line names. */
export function runProbePoint(recorder: Recorder, command: Command): void {
  const { probe } = recorder.stage.printer
  if (!probe) return
  const { x, y } = recorder.position
  recorder.position = { ...recorder.position, x: numberOf(command, 'X') ?? x, y: numberOf(command, 'Y') ?? y }
  recorder.step('probe', probeSeconds(recorder.stage.printer, probe, 0))
}

export function runAlign(recorder: Recorder): void {
  const { probe } = recorder.stage.printer
  recorder.step('align', probe ? alignTouches * probeSeconds(recorder.stage.printer, probe, 0) : 0)
}

export function runMotors(recorder: Recorder, command: Command, on: boolean): void {
  if (!on && hasLetter(command, 'S')) return
  const named = axes.filter(axis => hasLetter(command, axis.toUpperCase()))
  const whole = named.length === 0 && !hasLetter(command, 'E')
  if (on) {
    recorder.set({ motorsOn: true })
    return
  }
  const homed = { ...recorder.modes.homed }
  for (const axis of whole ? axes : named) homed[axis] = false
  recorder.set({ homed, motorsOn: whole ? false : recorder.modes.motorsOn })
}
