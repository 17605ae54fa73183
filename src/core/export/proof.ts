// Compares an export with its script: reads it back as the machine or the slicer does, and rehearses it for each job.

import { read } from '../gcode/read.ts'
import { type Parting, partingOf } from '../machine/same-run.ts'
import type { Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import { rehearseLines } from '../resolve/resolve.ts'

/** An export for one job: its text, its stage, and the stage of the script. */
export type Back = { text: string; stage: Stage; script: Stage }

/** A difference between an export and its script, for one job. */
export type Otherwise = { job: string } & Parting

export const traceOf = (text: string, stage: Stage): Trace => rehearseLines(read(text), stage).trace

/** The first difference between an export and its script; null if they do the same. */
export function otherwiseIn(script: Trace, { text, stage }: Back): Otherwise | null {
  const parting = partingOf(script, traceOf(text, stage), { as: ['in the script', 'in the export'] })
  return parting && { job: stage.job.name, ...parting }
}
