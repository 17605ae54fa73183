// How sharply corners are taken.
import { setCorners } from './limiting.ts'
import { record } from './record.ts'

export const corners = record<'corners'>({
  movesHead: false,
  book: { kind: 'sets limits', alsoCalled: 'jerk junction deviation' },
  run: (recorder, command, { speed }) => setCorners(recorder, command, speed),
  purpose: 'limits',
})
