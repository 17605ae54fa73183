// Wipes the nozzle on the printer's brush.

import { duration, plural } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { spotOf } from '../model/printer.ts'
import { travelTo } from './moving.ts'
import { record } from './record.ts'

const ordinaryStrokes = 5
/** Length of a stroke to each side of the brush's centre, mm. */
const halfStrokeMm = 10

export const wipe = record<'wipe'>({
  movesHead: true,
  book: { kind: 'moves the head', alsoCalled: 'clean brush nozzle' },
  run: (recorder, command) => {
    const brush = spotOf(recorder.stage.printer, 'brush')
    const { x, y, z } = recorder.modes.homed
    if (!brush || !x || !y || !z) return
    const from = { ...recorder.position }
    const [low, high] = recorder.stage.printer.reach.x
    travelTo(recorder, { x: brush.x, y: brush.y })
    travelTo(recorder, { z: brush.z })
    const strokes = Math.min(100, numberOf(command, 'S') ?? ordinaryStrokes)
    for (let stroke = 0; stroke < strokes; stroke++)
      for (const side of [halfStrokeMm, -halfStrokeMm])
        travelTo(recorder, { x: Math.min(high, Math.max(low, brush.x + side)) })
    travelTo(recorder, { z: Math.max(from.z, brush.z) })
    travelTo(recorder, { x: from.x, y: from.y })
  },
  says: ({ steps, command, tookS, stage }) => {
    if (steps.length > 0)
      return `Wipes the nozzle on the brush, ${plural(numberOf(command, 'S') ?? ordinaryStrokes, 'stroke')}, ${duration(tookS)}.`
    return spotOf(stage.printer, 'brush')
      ? 'Wipes the nozzle, which it can’t before all axes are homed.'
      : 'Wipes the nozzle; where the brush is, is not in the printer’s description.'
  },
  purpose: 'wipe',
})
