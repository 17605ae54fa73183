// Branches, loops and variables of the firmware; blocks.ts runs them.
import { record } from './record.ts'

export const flow = record<'flow'>({
  movesHead: false,
  book: { kind: 'runs other lines', alsoCalled: 'condition loop variable expression' },
  says: ({ spec, command, trace, row }) => {
    const note = trace.notes.get(row)
    return `${spec.title}${command.message ? `: ${command.message.trim()}` : ''}.${note ? ` ${note}` : ''}`
  },
})
