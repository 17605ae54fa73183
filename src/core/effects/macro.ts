// A macro that a board stores in its memory: `M810 G28|G29` stores two lines, `M810` alone runs them.
import type { Command } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import { record } from './record.ts'

/** The lines that a command stores; null if it runs a stored macro. */
const storedText = ({ message }: Command): string | null => message?.trim() || null

/** The commands of a stored text, whose lines are separated by `|`. */
const commandsIn = (text: string): { command: Command }[] =>
  read(text.replaceAll('|', '\n')).flatMap(({ command }) => (command ? [{ command }] : []))

const asSteps = (text: string): string => text.split('|').join(', then ')

export const macro = record<'macro'>({
  movesHead: false,
  book: { kind: 'runs other lines', alsoCalled: 'macro stored saved' },
  calls: (recorder, command) => {
    if (storedText(command) !== null) return {}
    return { after: commandsIn(recorder.storedMacros.get(command.name) ?? '') }
  },
  run: (recorder, command) => {
    const text = storedText(command)
    const stored = recorder.storedMacros.get(command.name)
    if (text !== null) recorder.storedMacros.set(command.name, text)
    else if (stored) recorder.notes.set(recorder.rows.count, `Runs its stored lines: ${asSteps(stored)}.`)
  },
  says: ({ command, trace, row }) => {
    const text = storedText(command)
    return text === null
      ? (trace.notes.get(row) ?? null)
      : `Stores lines, which ${command.name} without text runs later: ${asSteps(text)}.`
  },
})
