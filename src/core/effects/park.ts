// Parks the head.

import { mm, plain } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { runFilament } from './moving.ts'
import { parkHead, type Raise } from './parking.ts'
import { record } from './record.ts'
import { putBy } from './saving.ts'

/** `G27 P`: 0 raises to at least the park height, 1 to exactly it, 2 by it. */
const raises: readonly Raise[] = ['at-least', 'to', 'by']

export const park = record<'park'>({
  movesHead: true,
  book: { kind: 'moves the head', alsoCalled: 'park pause home away' },
  run: (recorder, command, { retract, waits }) => {
    if (waits) putBy(recorder, 'PAUSE_STATE')
    const back =
      retract === null
        ? 0
        : Math.abs(numberOf(command, retract) ?? recorder.modes.retractions[recorder.toolMeant]?.lengthMm ?? 0)
    runFilament(recorder, -back, recorder.modes.retractions[recorder.toolMeant]?.speedMmS ?? 20)
    const how = retract === null ? (raises[numberOf(command, 'P') ?? 0] ?? 'at-least') : 'by'
    parkHead(recorder, command, how, retract !== null)
  },
  says: ({ steps, effect, before }) => {
    const { x, y } = before.homed
    if (!x || !y) return 'Does not park: X and Y are not homed.'
    const at = steps.at(-1)?.to
    const back = steps.reduce((sum, { filamentMm }) => sum - Math.min(0, filamentMm), 0)
    const place = at
      ? ` at X ${plain(at.x, 1)} Y ${plain(at.y, 1)}${Number.isNaN(at.z) ? '' : `, Z ${mm(at.z, 1)}`}`
      : ''
    return `${back > 0 ? `Retracts ${mm(back)} and parks` : 'Parks'} the head${place}${effect.waits ? '; the print is paused' : ''}.`
  },
  purpose: 'park',
})
