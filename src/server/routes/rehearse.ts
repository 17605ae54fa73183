// POST /api/rehearse and /api/whole-print, with the JSON of the terminal's `rehearse` and `whole-print`
// (docs/contract.md).
import { Hono } from 'hono'
import * as v from 'valibot'
import { extras } from '../../core/answer.ts'
import { fitsPrinter, MachineState } from '../../core/machine/state.ts'
import { Moment } from '../../core/model/moment.ts'
import { listOf } from '../../core/model/pieces.ts'
import type { Printer } from '../../core/model/printer.ts'
import { ScriptText } from '../../core/model/script.ts'
import type { Database } from '../database.ts'
import { inputAsked, JobAsked, MaterialAsked, PrinterAsked, worked } from '../input.ts'
import { Refused, takes } from '../requests.ts'
import { textsInUse } from '../scripts.ts'
import type { Work } from '../work/tasks.ts'

const Body = v.strictObject({
  text: ScriptText,
  printer: PrinterAsked,
  job: JobAsked,
  material: MaterialAsked,
  moment: v.optional(Moment, 'start'),
  /** The state to start from, from an earlier answer. */
  from: v.optional(MachineState),
  with: v.optional(listOf(v.picklist(extras), extras.length), []),
})

const PrintBody = v.strictObject({
  printer: PrinterAsked,
  job: JobAsked,
  material: MaterialAsked,
  /** Texts by moment; for other moments the printer's scripts in use. */
  scripts: v.optional(v.partial(v.strictObject(v.entriesFromList(Moment.options, ScriptText))), {}),
})

export const wholePrintRoutes = (database: Database, work: Work) =>
  new Hono().post('/', takes(PrintBody), async context => {
    const { scripts, ...asked } = context.req.valid('json')
    const { moment: _, ...input } = inputAsked(database, { ...asked, moment: 'start' })
    const all = { ...textsInUse(database, input.printer.name), ...scripts }
    const answer = await worked(work.until(context.req.raw.signal).print(input, all), 'scripts')
    return context.body(answer, 200, { 'content-type': 'application/json' })
  })

export const rehearseRoutes = (database: Database, work: Work) =>
  new Hono().post('/', takes(Body), async context => {
    const { text, from, with: extra, ...asked } = context.req.valid('json')
    const input = inputAsked(database, asked)
    const begun = from ? { ...input, from: fitting(from, input.printer) } : input
    const answer = await worked(work.until(context.req.raw.signal).rehearse(text, begun, extra), 'text')
    return context.body(answer, 200, { 'content-type': 'application/json' })
  })

/** Refuses a state that a different printer left. */
function fitting(from: MachineState, printer: Printer): MachineState {
  const why = fitsPrinter(from, printer)
  if (why) throw new Refused(400, why, 'from')
  return from
}
