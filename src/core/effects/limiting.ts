// Changes limits of speed and acceleration.
import type { LimitKind } from '../firmware/effect.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import type { AxisLimits } from '../machine/motion.ts'
import type { Recorder } from '../machine/recorder.ts'

/** A positive value, otherwise the previous one. */
const positive = (value: number | null, before: number): number => (value !== null && value > 0 ? value : before)

/** `perSecond` converts the written number to mm/s or mm/s². */
export function setLimits(recorder: Recorder, command: Command, of: LimitKind, perSecond: number): void {
  const before = of === 'speed' ? recorder.modes.speedLimits : recorder.modes.accelerationLimits
  const limits: AxisLimits = { ...before }
  for (const axis of ['x', 'y', 'z', 'e'] as const) {
    const value = numberOf(command, axis.toUpperCase())
    if (value !== null && value > 0) limits[axis] = value * perSecond
  }
  recorder.set(of === 'speed' ? { speedLimits: limits } : { accelerationLimits: limits })
}

/** With `together`, S applies to all, or the smaller of P and T if both are given. */
export function setMoveAcceleration(recorder: Recorder, command: Command, together: boolean): void {
  const [both, printing, travelling] = ['S', 'P', 'T'].map(letter => numberOf(command, letter)) as (number | null)[]
  const { print, travel, retract } = recorder.modes.acceleration
  if (together) {
    const all = both ?? (printing != null && travelling != null ? Math.min(printing, travelling) : null)
    if (all !== null && all > 0) recorder.set({ acceleration: { print: all, travel: all, retract } })
    return
  }
  recorder.set({
    acceleration: {
      print: positive(printing ?? both ?? null, print),
      travel: positive(travelling ?? both ?? null, travel),
      retract: positive(numberOf(command, 'R'), retract),
    },
  })
}

/** Changes the machine's setting for corners: jerk per axis, deviation (J), or a speed under a key. */
export function setCorners(recorder: Recorder, command: Command, speedKey: string | null): void {
  const { corner } = recorder.modes
  const speed = speedKey === null ? null : numberOf(command, speedKey)
  if (speed !== null && speed > 0) recorder.set({ corner: { kind: 'speed', mmS: speed } })
  if (speedKey !== null) return
  const deviation = numberOf(command, 'J')
  if (deviation !== null && deviation > 0) recorder.set({ corner: { kind: 'deviation', mm: deviation } })
  else if (corner.kind !== 'deviation') {
    // A board described by one speed for all corners accepts a script's jerk for each axis.
    const { mmS } = corner.kind === 'speed' ? corner : { mmS: 0 }
    const jerk = corner.kind === 'jerk' ? { ...corner } : { kind: 'jerk' as const, x: mmS, y: mmS, z: mmS, e: mmS }
    for (const axis of ['x', 'y', 'z', 'e'] as const)
      jerk[axis] = positive(numberOf(command, axis.toUpperCase()), jerk[axis])
    recorder.set({ corner: jerk })
  }
}

/** One speed and one acceleration for all axes together. */
export function setOverallLimits(recorder: Recorder, speedMmS: number | null, accelerationMmS2: number | null): void {
  const { speedLimits, acceleration } = recorder.modes
  const speed = { x: positive(speedMmS, speedLimits.x), y: positive(speedMmS, speedLimits.y) }
  recorder.set({
    speedLimits: { ...speedLimits, ...speed },
    acceleration: {
      ...acceleration,
      print: positive(accelerationMmS2, acceleration.print),
      travel: positive(accelerationMmS2, acceleration.travel),
    },
  })
}
