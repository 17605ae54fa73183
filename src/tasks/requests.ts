// The inputs of the public tasks (docs/contract.md), as the API accepts them. Printers, jobs and materials are named, or
// described in full.
import * as v from 'valibot'
import { extras } from '../core/answer.ts'
import { MachineState } from '../core/machine/state.ts'
import { Job } from '../core/model/job.ts'
import { Material } from '../core/model/material.ts'
import { Moment } from '../core/model/moment.ts'
import { count, listOf, plainText } from '../core/model/pieces.ts'
import { Printer } from '../core/model/printer.ts'
import { ScriptText } from '../core/model/script.ts'

const name = plainText(80)
const PrinterGiven = v.union([name, Printer])
const JobGiven = v.optional(v.union([name, Job]), 'small')
const MaterialGiven = v.optional(v.union([name, Material]))

export const RehearseRequest = v.strictObject({
  text: ScriptText,
  printer: PrinterGiven,
  job: JobGiven,
  material: MaterialGiven,
  moment: v.optional(Moment, 'start'),
  /** The state to start from, from an earlier answer. */
  from: v.optional(MachineState),
  with: v.optional(listOf(v.picklist(extras), extras.length), []),
})

export const WholePrintRequest = v.strictObject({
  printer: PrinterGiven,
  job: JobGiven,
  material: MaterialGiven,
  /** Texts by moment; for other moments the printer's scripts in use. */
  scripts: v.optional(v.partial(v.strictObject(v.entriesFromList(Moment.options, ScriptText))), {}),
})

export const LearnRequest = v.strictObject({
  /** More files than any machine has; each may be as long as a request. */
  files: v.pipe(
    listOf(v.strictObject({ name: plainText(200), text: v.string() }), 500),
    v.minLength(1, 'give at least one file'),
  ),
})

export const CarryRequest = v.strictObject({
  text: ScriptText,
  from: PrinterGiven,
  to: PrinterGiven,
  job: JobGiven,
  material: MaterialGiven,
  moment: v.optional(Moment, 'start'),
  /** Only these lines; all if absent. */
  lines: v.optional(v.strictObject({ first: count, last: count })),
  answers: v.optional(v.record(plainText(200), plainText(200)), {}),
})

/** A printer, a job and a material of a request. */
export type Given = {
  printer: v.InferOutput<typeof PrinterGiven>
  job: v.InferOutput<typeof JobGiven>
  material?: v.InferOutput<typeof MaterialGiven>
  moment: Moment
}
