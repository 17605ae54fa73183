// /api/carry: carries a script over, with the JSON of the terminal's `carry --json` (docs/contract.md); …/plan: for its
// page; …/after/:id: a later change of the original, for a carried script; …/macros/:id: the callable macros of a
// printer.
import { Hono } from 'hono'
import * as v from 'valibot'
import { refitted } from '../../core/carry/refitted.ts'
import { calledByPeople, callOf } from '../../core/documents/calls.ts'
import { type CameFrom, CarryOptions } from '../../core/model/came-from.ts'
import { Moment } from '../../core/model/moment.ts'
import { count } from '../../core/model/pieces.ts'
import { Firmware, type Printer } from '../../core/model/printer.ts'
import { ScriptText } from '../../core/model/script.ts'
import { type RehearsalInput, stageOf } from '../../core/round.ts'
import { passageKinds } from '../../core/script/purposes.ts'
import { CarryRequest } from '../../tasks/requests.ts'
import type { Work } from '../../tasks/server-tasks.ts'
import { allEntries } from '../catalog.ts'
import type { Database } from '../database.ts'
import { inputRequested, worked } from '../input.ts'
import { originOf } from '../origins.ts'
import { Refused, takes } from '../requests.ts'
import { scriptById } from '../scripts.ts'

const Plan = v.strictObject({
  text: ScriptText,
  moment: Moment,
  from: count,
  to: count,
  /** The target with different firmware. */
  firmware: v.optional(v.nullable(Firmware), null),
  asked: CarryOptions,
})

/**
 * The origin of a script, its original now, and the later changes as a change of this script; null if there are none.
 */
type CarriedAfter = {
  from: CameFrom
  original: { id: number; name: string; printer: string; revision: number; note: string; revisionId: number } | null
  change: Awaited<ReturnType<Work['carryChange']>> | null
}

/** A part to insert into a different script. */
const Into = v.strictObject({
  text: ScriptText,
  printerId: count,
  moment: Moment,
  kind: v.picklist(passageKinds),
  part: ScriptText,
})

export function carryRoutes(database: Database, work: Work) {
  const printerBy = (id: number): Printer => {
    const printer = allEntries(database, 'printers').find(each => each.id === id)?.data
    if (!printer) throw new Refused(404, `There is no printer ${id}.`, 'printer')
    return printer
  }
  /** The default job: the first. */
  const usualJob = () => {
    const job = allEntries(database, 'jobs')[0]?.data
    if (!job) throw new Refused(404, 'A rehearsal needs a job.', 'job')
    return job
  }
  return new Hono()
    .post('/', takes(CarryRequest), async context => {
      const { text, from, to, lines, answers, ...asked } = context.req.valid('json')
      const request = {
        text,
        from: inputRequested(database, { ...asked, printer: from }, 'from'),
        to: inputRequested(database, { ...asked, printer: to }, 'to'),
        ...(lines && { lines }),
        answers,
      }
      const answer = await worked(work.until(context.req.raw.signal).carry(request), 'text')
      if (!answer.ok) throw new Refused(400, answer.why, null)
      return context.body(answer.json, 200, { 'content-type': 'application/json' })
    })
    .post('/plan', takes(Plan), async context => {
      const { text, moment, from, to, firmware, asked } = context.req.valid('json')
      const job = usualJob()
      const there = printerBy(to)
      const { lines, ...how } = asked
      const answer = await worked(
        work.until(context.req.raw.signal).planCarry({
          text,
          from: inputRequested(database, { printer: printerBy(from), job, moment }),
          to: inputRequested(database, { printer: firmware ? refitted(there, firmware) : there, job, moment }),
          ...how,
          ...(lines && { lines }),
        }),
        'text',
      )
      if (!answer.ok) throw new Refused(400, answer.why, 'asked')
      return context.json(answer.plan)
    })
    .post('/into', takes(Into), async context => {
      const { text, printerId, moment, kind, part } = context.req.valid('json')
      const input = inputRequested(database, { printer: printerBy(printerId), job: usualJob(), moment })
      return context.json(await worked(work.until(context.req.raw.signal).intoScript(text, input, kind, part), 'text'))
    })
    .get('/macros/:id', context => {
      const printer = printerBy(Number(context.req.param('id')))
      const stage = stageOf(inputRequested(database, { printer, job: usualJob(), moment: 'start' }))
      const called = calledByPeople(stage).map(each => ({
        name: each.name,
        moment: each.moment,
        call: callOf(each, {}),
      }))
      return context.json(called)
    })
    .get('/after/:id', async context => {
      const id = Number(context.req.param('id'))
      const script = scriptById(database, id)
      const origin = script && originOf(database, id)
      if (!script || !origin) throw new Refused(404, 'This script was not carried over.')
      const { now } = origin
      const answer: CarriedAfter = {
        from: origin.from,
        original: now && {
          id: now.scriptId,
          name: now.script,
          printer: now.printer,
          revision: now.newest.number,
          note: now.newest.note,
          revisionId: now.newest.id,
        },
        change: null,
      }
      if (now && now.was.number < now.newest.number && !origin.from.asked.lines) {
        const job = usualJob()
        const { lines: _, ...how } = origin.from.asked
        const [from, to] = [now.printerId, script.printerId].map(each =>
          inputRequested(database, { printer: printerBy(each), job, moment: script.moment }),
        ) as [RehearsalInput, RehearsalInput]
        answer.change = await worked(
          work
            .until(context.req.raw.signal)
            .carryChange({ from, to, ...how }, now.was.text, now.newest.text, script.text),
          'text',
        )
      }
      return context.json(answer)
    })
}
