// Lengths in millimetres or inches.
import { already } from './already.ts'
import { record } from './record.ts'

export const units = record<'units'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'metric imperial' },
  run: (recorder, _, { units }) => recorder.set({ units }),
  says: ({ effect, before, after, modesKnown }) =>
    already(
      modesKnown && before.units === after.units,
      effect.units === 'mm' ? 'Lengths in millimetres' : 'Lengths in inches',
    ),
  purpose: 'setup',
})
