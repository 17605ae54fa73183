// Selects one of the nine work offsets.
import { listed, mm } from '../format.ts'
import { axes } from '../model/printer.ts'
import { record } from './record.ts'

export const workspace = record<'workspace'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'coordinates offset origin' },
  run: (recorder, _, { number }) => recorder.setPlaces({ workspace: number }),
  says: ({ spec, effect, after }) => {
    const offset = after.places.workspaces[effect.number]
    const moved = axes.flatMap(axis =>
      offset && offset[axis] !== 0 ? [`${axis.toUpperCase()} by ${mm(offset[axis])}`] : [],
    )
    return `${spec.title} from here on${moved.length ? `: places are shifted, ${listed(moved)}` : ', which shifts nothing'}.`
  },
  purpose: 'origin',
})
