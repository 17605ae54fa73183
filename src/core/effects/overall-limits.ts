// One speed limit and one acceleration for all axes.
import { listed, plain } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { setCorners, setOverallLimits } from './limiting.ts'
import { record } from './record.ts'

export const overallLimits = record<'overall-limits'>({
  movesHead: false,
  book: { kind: 'sets limits', alsoCalled: 'maximum velocity speed acceleration' },
  run: (recorder, command, { speed, acceleration, corners }) => {
    setOverallLimits(recorder, numberOf(command, speed), numberOf(command, acceleration))
    if (corners !== null) setCorners(recorder, command, corners)
  },
  says: ({ command, effect }) => {
    const [speed, acceleration] = [numberOf(command, effect.speed), numberOf(command, effect.acceleration)]
    const corner = effect.corners === null ? null : numberOf(command, effect.corners)
    const parts = [
      ...(speed === null ? [] : [`speed at most ${plain(speed, 0)} mm/s`]),
      ...(acceleration === null ? [] : [`acceleration at most ${plain(acceleration, 0)} mm/s²`]),
      ...(corner === null ? [] : [`${plain(corner, 1)} mm/s round a corner`]),
    ]
    return parts.length ? `From here on ${listed(parts)}.` : null
  },
  purpose: 'limits',
})
