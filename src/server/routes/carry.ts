// POST /api/carry: a script brought to another printer, the same JSON as the terminal's `carry --json` (contract.md).
import { Hono } from 'hono'
import * as v from 'valibot'
import { count, plainText } from '../../core/model/pieces.ts'
import { Moment, ScriptText } from '../../core/model/script.ts'
import { inputAsked, JobAsked, MaterialAsked, PrinterAsked, worked } from '../asked.ts'
import type { Database } from '../database.ts'
import { Refused, takes } from '../requests.ts'
import type { Work } from '../work/tasks.ts'

const Body = v.strictObject({
  text: ScriptText,
  from: PrinterAsked,
  to: PrinterAsked,
  job: JobAsked,
  material: MaterialAsked,
  moment: v.optional(Moment, 'start'),
  /** Only these lines; all where absent. */
  lines: v.optional(v.strictObject({ first: count, last: count })),
  answers: v.optional(v.record(plainText(200), plainText(200)), {}),
})

export const carryRoutes = (database: Database, work: Work) =>
  new Hono().post('/', takes(Body), async context => {
    const { text, from, to, lines, answers, ...asked } = context.req.valid('json')
    const request = {
      text,
      from: inputAsked(database, { ...asked, printer: from }, 'from'),
      to: inputAsked(database, { ...asked, printer: to }, 'to'),
      ...(lines && { lines }),
      answers,
    }
    const answer = await worked(work.carry(request), 'text')
    if (!answer.ok) throw new Refused(400, answer.why, null)
    return context.body(answer.json, 200, { 'content-type': 'application/json' })
  })
