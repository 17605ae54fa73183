// The feed rate override of all moves, in percent.
import { plain } from '../format.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const feedOverride = record<'feed-override'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'percent feedrate speed override' },
  run: (recorder, command) => {
    if (hasLetter(command, 'B')) recorder.set({ feedPercentKept: recorder.modes.feedPercent })
    if (hasLetter(command, 'R')) recorder.set({ feedPercent: recorder.modes.feedPercentKept })
    const percent = numberOf(command, 'S')
    if (percent !== null && percent > 0) recorder.set({ feedPercent: percent })
  },
  says: ({ command, before, after }) => {
    const kept = hasLetter(command, 'B') ? `Backs up the speed override of ${plain(before.feedPercent)} %` : ''
    if (!hasLetter(command, 'S') && !hasLetter(command, 'R')) return kept ? `${kept}.` : 'Reports the speed override.'
    const now = `every move at ${plain(after.feedPercent)} % speed from here on`
    return kept ? `${kept}; ${now}.` : `${now.charAt(0).toUpperCase()}${now.slice(1)}.`
  },
  purpose: 'limits',
})
