// Absolute or relative extrusion.
import { already } from './already.ts'
import { record } from './record.ts'

export const extrusionMode = record<'extrusion-mode'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'absolute relative mode extruder e' },
  run: (recorder, _, { extrusion }) => recorder.set({ extrusion }),
  says: ({ effect, before, after, modesKnown }) =>
    already(
      modesKnown && before.extrusion === after.extrusion,
      effect.extrusion === 'absolute'
        ? 'Absolute extrusion: E values are positions'
        : 'Relative extrusion: E values are amounts',
    ),
  purpose: 'setup',
})
