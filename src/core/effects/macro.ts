// Lines that the machine keeps, and that are not known here.
import { record } from './record.ts'

export const macro = record<'macro'>({ movesHead: false, book: { sort: 'runs other lines', alsoCalled: 'macro' } })
