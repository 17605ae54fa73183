// POST /api/rehearse: the same JSON as the terminal's `rehearse --json` (contract.md).
import { Hono } from 'hono'
import * as v from 'valibot'
import { extras } from '../../core/answer.ts'
import { fitsPrinter, MachineState } from '../../core/machine/state.ts'
import { Job } from '../../core/model/job.ts'
import { Material } from '../../core/model/material.ts'
import { listOf, plainText } from '../../core/model/pieces.ts'
import { Printer } from '../../core/model/printer.ts'
import { Moment, ScriptText } from '../../core/model/script.ts'
import { type CatalogTable, entryByName, wordsHere } from '../catalog.ts'
import type { Database } from '../database.ts'
import { Refused, takes } from '../requests.ts'
import { TookTooMuch } from '../work/pool.ts'
import type { Work } from '../work/tasks.ts'
import { allTaught } from './taught.ts'

/** Things are named (any case) or given whole. Without a job it is `small`; without a material, the job's own. */
const Body = v.strictObject({
  text: ScriptText,
  printer: v.union([plainText(80), Printer]),
  job: v.optional(v.union([plainText(80), Job]), 'small'),
  material: v.optional(v.union([plainText(80), Material])),
  moment: v.optional(Moment, 'start'),
  /** The state to begin in, as an earlier answer gave it. */
  from: v.optional(MachineState),
  with: v.optional(listOf(v.picklist(extras), extras.length), []),
})

export function rehearseRoutes(database: Database, work: Work) {
  const named = <T extends CatalogTable>(table: T, name: string, place: string) => {
    const thing = entryByName(database, table, name)
    if (!thing) throw new Refused(404, `There is no ${place} named “${name}”.`, place)
    return thing
  }
  return new Hono().post('/', takes(Body), async context => {
    const { text, printer, job, material, moment, from, with: extra } = context.req.valid('json')
    const chosenJob = typeof job === 'string' ? named('jobs', job, 'job') : job
    const wanted = material ?? chosenJob.materials[chosenJob.firstTool] ?? chosenJob.materials[0] ?? ''
    const several = material === undefined && chosenJob.materials.length > 1
    const chosenPrinter = typeof printer === 'string' ? named('printers', printer, 'printer') : printer
    const input = {
      printer: chosenPrinter,
      job: chosenJob,
      material: typeof wanted === 'string' ? named('materials', wanted, 'material') : wanted,
      ...(several && { materials: chosenJob.materials.map(name => named('materials', name, 'material')) }),
      moment,
      taught: allTaught(database),
      ...wordsHere(database, chosenPrinter.name),
      ...(from && { from: fitting(from, chosenPrinter) }),
    }
    try {
      return context.body(await work.rehearse(text, input, extra), 200, { 'content-type': 'application/json' })
    } catch (error) {
      throw error instanceof TookTooMuch ? new Refused(413, error.message, 'text') : error
    }
  })
}

/** A state that another printer left can't be begun in. */
function fitting(from: MachineState, printer: Printer): MachineState {
  const why = fitsPrinter(from, printer)
  if (why) throw new Refused(400, why, 'from')
  return from
}
