// Scripts whose rehearsal takes long: endless loops, and those as long as a print.
import type { Trace } from '../machine/trace.ts'

/** More commands than any script runs that stands around a print. */
const mostRows = 20_000

/** Whether it is looked at once, as it runs first, and nothing is tried on it. */
export const isEndless = ({ rows }: Trace): boolean => rows.count > mostRows
