// A message on the display.
import { textOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const message = record<'message'>({
  movesHead: false,
  book: { kind: 'shows', alsoCalled: 'display lcd text status' },
  run: (recorder, command, { key }) =>
    recorder.message(((key ? textOf(command, key) : command.message) ?? '').replace(/^"(.*)"$/, '$1')),
  says: ({ command, effect }) => {
    const shown = (effect.key ? textOf(command, effect.key) : command.message)?.trim()
    return shown ? `Shows “${shown.replace(/^"|"$/g, '')}” on the display.` : 'Clears the message on the display.'
  },
  purpose: 'message',
})
