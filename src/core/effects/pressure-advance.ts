// Pressure advance. It does not change how much filament a rehearsal extrudes.
import { record } from './record.ts'

export const pressureAdvance = record<'pressure-advance'>({
  movesHead: false,
  book: { kind: 'fine tuning', alsoCalled: 'linear advance pressure compensation' },
  purpose: null,
})
