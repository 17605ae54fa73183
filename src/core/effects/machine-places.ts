// `G53` alone on its line: it applies only to a move on the same line, so it does nothing.
import { record } from './record.ts'

export const machinePlaces = record<'machine-places'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'workspace machine coordinates' },
  says: () => 'Does nothing: machine coordinates apply only to a move on the same line.',
  purpose: 'origin',
})
