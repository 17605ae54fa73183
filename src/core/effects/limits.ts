// Limits of speed or acceleration for each axis.
import { listed, plain } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { setLimits } from './limiting.ts'
import { record } from './record.ts'

export const limits = record<'limits'>({
  movesHead: false,
  book: { kind: 'sets limits', alsoCalled: 'maximum speed feedrate acceleration' },
  run: (recorder, command, { of, perSecond }) => setLimits(recorder, command, of, perSecond),
  says: ({ command, effect }) => {
    const unit = effect.of === 'speed' ? 'mm/s' : 'mm/s²'
    const parts = [...'XYZE'].flatMap(letter => {
      const value = numberOf(command, letter)
      return value === null ? [] : [`${letter} ${plain(value * effect.perSecond, 1)} ${unit}`]
    })
    const what = effect.of === 'speed' ? 'Speed limits' : 'Acceleration limits'
    return parts.length ? `${what} from here on: ${listed(parts)}.` : `Reports the ${what.toLowerCase()}.`
  },
  purpose: 'limits',
})
