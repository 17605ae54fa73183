// A macro of the machine whose lines are not known here.
import { record } from './record.ts'

export const macro = record<'macro'>({ movesHead: false, book: { kind: 'runs other lines', alsoCalled: 'macro' } })
