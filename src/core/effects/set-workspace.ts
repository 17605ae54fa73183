// Sets a work offset: to a machine position (L2), or so that the present position gets these coordinates (L20).
import { listed, plain } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import { scaleOf } from './moving.ts'
import { record } from './record.ts'

export const setWorkspace = record<'set-workspace'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'workspace coordinates offset origin' },
  run: (recorder, command) => {
    const { places, shift } = recorder.modes
    const number = (numberOf(command, 'P') ?? 0) > 0 ? (numberOf(command, 'P') as number) - 1 : places.workspace
    const before = places.workspaces[number]
    if (!before) return
    const now = { ...before }
    for (const axis of axes) {
      const value = numberOf(command, axis.toUpperCase())
      if (value === null) continue
      const wanted = value * scaleOf(recorder)
      const others = shift[axis] - (places.workspaces[places.workspace]?.[axis] ?? 0)
      if (numberOf(command, 'L') !== 20) now[axis] = wanted
      else if (!Number.isNaN(recorder.position[axis])) now[axis] = recorder.position[axis] - others - wanted
    }
    recorder.setPlaces({ workspaces: places.workspaces.map((each, i) => (i === number ? now : each)) })
  },
  says: ({ command, before }) => {
    const number = numberOf(command, 'P') || before.places.workspace + 1
    const words = listed(
      axes.flatMap(axis => {
        const value = numberOf(command, axis.toUpperCase())
        return value === null ? [] : [`${axis.toUpperCase()} ${plain(value, 3)}`]
      }),
    )
    return numberOf(command, 'L') === 20
      ? `Sets work offset ${number} so that this place is ${words}.`
      : `Sets work offset ${number} to ${words}.`
  },
  purpose: 'origin',
})
