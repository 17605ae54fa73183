// A command that takes time and has no other known effect.
import { duration } from '../format.ts'
import { record } from './record.ts'
import { sayFromTable } from './table-words.ts'

export const opaque = record<'opaque'>({
  movesHead: false,
  book: { kind: ({ seconds }) => (seconds > 0 ? `takes about ${seconds} s` : 'does something of its own') },
  run: (recorder, _, { seconds }) => recorder.step('stand', seconds),
  says: ({ tookS, command, stage }) =>
    tookS > 0
      ? `${sayFromTable(command, stage).replace(/\.$/, '')}; about ${duration(tookS)}.`
      : sayFromTable(command, stage),
  purpose: 'other',
})
