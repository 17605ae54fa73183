// Selects the plane of arcs.
import { record } from './record.ts'

export const plane = record<'plane'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'workspace plane circle' },
  run: (recorder, _, { plane }) => recorder.set({ plane }),
  says: ({ effect, before, modesKnown }) =>
    `Arcs lie in the ${effect.plane.toUpperCase()} plane${modesKnown && before.plane === effect.plane ? ', as before' : ''}.`,
  purpose: 'setup',
})
