// Pressure advance: the filament is pushed ahead where a move speeds up. A rehearsal moves the same filament with it and without.
import { record } from './record.ts'

export const pressureAdvance = record<'pressure-advance'>({
  movesHead: false,
  book: { kind: 'fine tuning', alsoCalled: 'linear advance pressure compensation' },
  purpose: null,
})
