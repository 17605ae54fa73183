// The parking position: the spot with that name, the position in the line, or the firmware's default corner.
import { type Command, numberOf } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import { spotOf } from '../model/printer.ts'
import { travelTo } from './moving.ts'

/** The firmware's default parking position: inset from the reach, and height, mm. */
const insetMm = 10
const liftMm = 20

/** How the head is raised: by a height, to at least a height, or to exactly a height. */
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
