// Whether an export does what its script does: read back as the machine or the program takes it, and rehearsed for each job.

import { read } from '../gcode/read.ts'
import { type Parting, partingOf } from '../machine/same-run.ts'
import type { Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import { rehearseLines } from '../resolve/resolve.ts'

/** An export for one job: the text that is run, the stage that it is run on, and the stage of the script itself. */
export type Back = { text: string; stage: Stage; script: Stage }

/** Where an export does otherwise than its script, for one job. */
export type Otherwise = { job: string } & Parting

export const traceOf = (text: string, stage: Stage): Trace => rehearseLines(read(text), stage).trace

/** Where an export parts from its script; null where it does the same. */
export function otherwiseIn(script: Trace, { text, stage }: Back): Otherwise | null {
  const parting = partingOf(script, traceOf(text, stage), { as: ['in the script', 'in the export'] })
  return parting && { job: stage.job.name, ...parting }
}
