// Saves the state under a name.
import { type Command, numberOf, textOf } from '../gcode/line.ts'
import { record } from './record.ts'
import { putBy } from './saving.ts'

/** The name of a saved state; empty if the family has only one. */
export const stateName = (command: Command, by: string | null): string =>
  by === null ? '' : (textOf(command, by) ?? String(numberOf(command, by) ?? 0))

export const saveState = record<'save-state'>({
  movesHead: false,
  book: { kind: 'saves the state', alsoCalled: 'save push remember position' },
  run: (recorder, command, { by }) => putBy(recorder, stateName(command, by)),
  says: ({ command, effect }) => {
    const name = stateName(command, effect.by)
    return name === ''
      ? 'Saves the positioning and extrusion modes.'
      : /^\d+$/.test(name)
        ? `Saves this position in slot ${name}.`
        : `Saves the state as “${name}”: positioning and extrusion modes, and the head’s position.`
  },
})
