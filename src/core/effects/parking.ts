// Where a head parks: at the spot of that name, at the place that a line names, or in the corner where firmware parks by itself.
import { type Command, numberOf } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import { spotOf } from '../model/printer.ts'
import { travelTo } from './moving.ts'

/** Firmware parks so far inside the reach, and so high, where nothing is said, mm. */
const insetMm = 10
const liftMm = 20

/** How a head is raised when it parks: by so much, to at least, or to just this height. */
export type Raise = 'by' | 'at-least' | 'to'

export function parkHead(recorder: Recorder, command: Command, raise: Raise = 'by', named = true): void {
  const { printer } = recorder.stage
  const spot = spotOf(printer, 'park')
  const { x, y, z } = recorder.modes.homed
  if (!x || !y) return
  const at = (letter: string) => (named ? numberOf(command, letter) : null)
  const high = at('Z') ?? (spot?.z || liftMm)
  const now = recorder.position.z
  if (z && !Number.isNaN(now)) {
    const wanted = raise === 'by' ? now + high : raise === 'to' ? high : Math.max(now, high)
    travelTo(recorder, { z: Math.min(printer.reach.z[1], wanted) })
  }
  travelTo(recorder, {
    x: at('X') ?? spot?.x ?? printer.reach.x[0] + insetMm,
    y: at('Y') ?? spot?.y ?? printer.reach.y[1] - insetMm,
  })
}
