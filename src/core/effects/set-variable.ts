// Sets a macro's variable.
import { textOf } from '../gcode/line.ts'
import { setVariable as set } from './macro-variables.ts'
import { record } from './record.ts'

export const setVariable = record<'set-variable'>({
  movesHead: false,
  book: { kind: 'runs other lines', alsoCalled: 'variable macro value' },
  run: (recorder, command) => set(recorder, command),
  says: ({ command }) => {
    const [macro, variable, value] = ['MACRO', 'VARIABLE', 'VALUE'].map(key => textOf(command, key))
    return macro && variable ? `Sets “${variable}” of the macro ${macro} to ${value ?? 'nothing'}.` : null
  },
})
