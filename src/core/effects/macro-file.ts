// Runs a file of the printer by its name.
import { textOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const macroFile = record<'macro-file'>({
  movesHead: false,
  book: { kind: 'runs other lines', alsoCalled: 'macro file call' },
  calls: (_, command, { by }) => {
    const file = textOf(command, by)
    const params = Object.fromEntries(
      command.words.filter(({ letter }) => letter !== by).map(({ letter, value, quoted }) => [letter, quoted ?? value]),
    )
    return { after: [{ file: file ?? '', params }] }
  },
})
