// A dwell: the machine stands still.
import { duration, plain } from '../format.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { record } from './record.ts'

/** Dwells of at least this many seconds count as heat soak; a countdown has several. */
const soakS = 30

export const dwell = record<'dwell'>({
  movesHead: false,
  book: { kind: 'waits', alsoCalled: 'pause delay sleep soak dwell' },
  run: (recorder, command, { seconds, milliseconds }) => {
    const whole = seconds === null ? null : numberOf(command, seconds)
    const fine = milliseconds === null ? null : numberOf(command, milliseconds)
    recorder.step('stand', Math.max(0, whole ?? (fine ?? 0) / 1000))
  },
  says: ({ tookS, command, effect }) => {
    // A dwell is exact, unlike the times of moves and heaters.
    if (tookS > 0) return `Waits ${tookS < 60 ? `${plain(tookS, 3)} s` : duration(tookS)}.`
    const passedOver = effect.seconds === null && hasLetter(command, 'S')
    return passedOver
      ? 'Doesn’t wait: this firmware reads milliseconds (P) and ignores S.'
      : 'Doesn’t wait: the line has no time.'
  },
  purpose: ({ steps }) =>
    (steps ?? []).reduce((sum, step) => sum + step.end - step.start, 0) >= soakS - 0.001 ? 'soak' : null,
})
