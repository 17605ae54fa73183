// POST /api/rehearse and /api/whole-print, with the JSON of the terminal's `rehearse` and `whole-print`
// (docs/contract.md).
import { Hono } from 'hono'
import { fitsPrinter, type MachineState } from '../../core/machine/state.ts'
import type { Printer } from '../../core/model/printer.ts'
import { RehearseRequest, WholePrintRequest } from '../../tasks/requests.ts'
import type { Work } from '../../tasks/server-tasks.ts'
import type { Database } from '../database.ts'
import { inputRequested, worked } from '../input.ts'
import { Refused, takes } from '../requests.ts'
import { textsInUse } from '../scripts.ts'

export const wholePrintRoutes = (database: Database, work: Work) =>
  new Hono().post('/', takes(WholePrintRequest), async context => {
    const { scripts, ...asked } = context.req.valid('json')
    const { moment: _, ...input } = inputRequested(database, { ...asked, moment: 'start' })
    const all = { ...textsInUse(database, input.printer.name), ...scripts }
    const answer = await worked(work.until(context.req.raw.signal).print(input, all), 'scripts')
    return context.body(answer, 200, { 'content-type': 'application/json' })
  })

export const rehearseRoutes = (database: Database, work: Work) =>
  new Hono().post('/', takes(RehearseRequest), async context => {
    const { text, from, with: extra, ...asked } = context.req.valid('json')
    const input = inputRequested(database, asked)
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
