// /api/carry: a script brought to another printer, the same JSON as the terminal's `carry --json` (contract.md); …/plan: as its page
// shows it; …/after/:id: a later change of the original, for a script that was carried over.
import { Hono } from 'hono'
import * as v from 'valibot'
import { CarryAsked } from '../../core/model/came-from.ts'
import { count, plainText } from '../../core/model/pieces.ts'
import { Firmware, type Printer } from '../../core/model/printer.ts'
import { Moment, ScriptText } from '../../core/model/script.ts'
import { inputAsked, JobAsked, MaterialAsked, PrinterAsked, worked } from '../asked.ts'
import { allEntries } from '../catalog.ts'
import type { Database } from '../database.ts'
import { originOf } from '../origins.ts'
import { Refused, takes } from '../requests.ts'
import { scriptById } from '../scripts.ts'
import type { Work } from '../work/tasks.ts'

const Lines = v.strictObject({ first: count, last: count })
const Body = v.strictObject({
  text: ScriptText,
  from: PrinterAsked,
  to: PrinterAsked,
  job: JobAsked,
  material: MaterialAsked,
  moment: v.optional(Moment, 'start'),
  /** Only these lines; all where absent. */
  lines: v.optional(Lines),
  answers: v.optional(v.record(plainText(200), plainText(200)), {}),
})

const Plan = v.strictObject({
  text: ScriptText,
  moment: Moment,
  from: count,
  to: count,
  /** The other printer with another firmware than it has. */
  firmware: v.optional(v.nullable(Firmware), null),
  job: v.optional(v.nullable(plainText(80)), null),
  asked: CarryAsked,
})

export function carryRoutes(database: Database, work: Work) {
  const printerBy = (id: number): Printer => {
    const printer = allEntries(database, 'printers').find(each => each.id === id)?.data
    if (!printer) throw new Refused(404, `There is no printer ${id}.`, 'printer')
    return printer
  }
  /** The job that everything is rehearsed for where none is named: the first. */
  const usualJob = (name: string | null) => {
    const jobs = allEntries(database, 'jobs')
    const job = name === null ? jobs[0]?.data : jobs.find(({ data }) => data.name === name)?.data
    if (!job) throw new Refused(404, 'A rehearsal needs a job.', 'job')
    return job
  }
  return new Hono()
    .post('/', takes(Body), async context => {
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
    .post('/plan', takes(Plan), async context => {
      const { text, moment, from, to, firmware, job: jobName, asked } = context.req.valid('json')
      const job = usualJob(jobName)
      const there = printerBy(to)
      const { lines, ...how } = asked
      const answer = await worked(
        work.planCarry({
          text,
          from: inputAsked(database, { printer: printerBy(from), job, moment }),
          to: inputAsked(database, { printer: firmware ? { ...there, firmware } : there, job, moment }),
          ...how,
          ...(lines && { lines }),
        }),
        'text',
      )
      if (!answer.ok) throw new Refused(400, answer.why, 'asked')
      return context.json(answer.plan)
    })
    .get('/after/:id', async context => {
      const id = Number(context.req.param('id'))
      const script = scriptById(database, id)
      const origin = script && originOf(database, id)
      if (!script || !origin) throw new Refused(404, 'This script was not carried over from another.')
      if (!origin.now) return context.json({ from: origin.from, original: null, change: null })
      const { was, newest, ...original } = origin.now
      if (was.number === newest.number || origin.from.asked.lines)
        return context.json({
          from: origin.from,
          original: { ...original, newest: newest.number, note: newest.note, revisionId: newest.id },
          change: null,
        })
      const job = usualJob(null)
      const { moment } = script
      const { lines: _, ...how } = origin.from.asked
      const change = await worked(
        work.carryChange(
          {
            from: inputAsked(database, { printer: printerBy(original.printerId), job, moment }),
            to: inputAsked(database, { printer: printerBy(script.printerId), job, moment }),
            ...how,
          },
          was.text,
          newest.text,
          script.text,
        ),
        'text',
      )
      return context.json({
        from: origin.from,
        original: { ...original, newest: newest.number, note: newest.note, revisionId: newest.id },
        change,
      })
    })
}
