// Allows or forbids cold extrusion.
import { celsius } from '../format.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const coldExtrusion = record<'cold-extrusion'>({
  movesHead: false,
  book: { kind: 'settings', alsoCalled: 'cold extrude allow prevent minimum temperature' },
  run: (recorder, command, { least, any }) => {
    const [from, allowed] = [numberOf(command, least), numberOf(command, any)]
    if (from === null && allowed === null) return
    recorder.set({
      coldExtrusion: {
        allowed: allowed === null ? (from ?? 1) <= 0 : allowed > 0,
        leastC: from !== null && from > 0 ? from : recorder.modes.coldExtrusion.leastC,
      },
    })
  },
  says: ({ command, effect, after, stage }) => {
    if (!hasLetter(command, effect.least) && !hasLetter(command, effect.any))
      return 'Reports whether cold extrusion is allowed.'
    const { allowed, leastC } = after.coldExtrusion
    return allowed
      ? 'Allows cold extrusion from here on.'
      : `Refuses to extrude below ${celsius(leastC ?? stage.firmware.coldestExtrudeC)} from here on.`
  },
  purpose: 'limits',
})
