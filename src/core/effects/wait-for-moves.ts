// Waits until all moves are finished.
import { record } from './record.ts'

export const waitForMoves = record<'wait-for-moves'>({
  movesHead: false,
  book: { kind: 'waits' },
  run: recorder => recorder.comeToRest(),
  says: () => 'Waits until all moves are done.',
})
