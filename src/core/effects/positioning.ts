// Absolute or relative positioning; on some firmware also for filament.
import { already } from './already.ts'
import { record } from './record.ts'

export const positioning = record<'positioning'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'absolute relative mode coordinates' },
  run: (recorder, _, { positioning, filamentToo }) =>
    recorder.set(filamentToo ? { positioning, extrusion: positioning } : { positioning }),
  says: ({ effect, before, after, modesKnown }) => {
    const same = modesKnown && before.positioning === after.positioning && before.extrusion === after.extrusion
    const text =
      effect.positioning === 'absolute'
        ? 'Absolute positions: coordinates count from the origin'
        : 'Relative positions: coordinates count from the head’s position'
    const filament =
      effect.filamentToo && before.extrusion !== after.extrusion ? `, and extrusion is ${after.extrusion} too` : ''
    return already(same, text + filament)
  },
  purpose: 'setup',
})
