// What a request asks to be rehearsed: printers, jobs and materials named in any case, or given whole.
import * as v from 'valibot'
import { Job, ofFirstTool } from '../core/model/job.ts'
import { Material } from '../core/model/material.ts'
import type { Moment } from '../core/model/moment.ts'
import { plainText } from '../core/model/pieces.ts'
import { Printer } from '../core/model/printer.ts'
import type { RehearsalInput } from '../core/round.ts'
import { type CatalogTable, entryByName, wordsHere } from './catalog.ts'
import type { Database } from './database.ts'
import { Refused } from './requests.ts'
import { allTaught } from './routes/taught.ts'
import { TookTooMuch } from './work/pool.ts'

const name = plainText(80)
export const PrinterAsked = v.union([name, Printer])
export const JobAsked = v.optional(v.union([name, Job]), 'small')
export const MaterialAsked = v.optional(v.union([name, Material]))

type Asked = {
  printer: v.InferOutput<typeof PrinterAsked>
  job: v.InferOutput<typeof JobAsked>
  material?: v.InferOutput<typeof MaterialAsked>
  moment: Moment
}

/** Without a material, the job's own. `place` names the printer's field in the request. */
export function inputAsked(
  database: Database,
  { printer, job, material, moment }: Asked,
  place = 'printer',
): RehearsalInput {
  const named = <T extends CatalogTable>(table: T, name: string, what: string, place = what) => {
    const thing = entryByName(database, table, name)
    if (!thing) throw new Refused(404, `There is no ${what} named “${name}”.`, place)
    return thing
  }
  const chosenJob = typeof job === 'string' ? named('jobs', job, 'job') : job
  const wanted = material ?? ofFirstTool(chosenJob, chosenJob.materials) ?? ''
  const several = material === undefined && chosenJob.materials.length > 1
  const chosenPrinter = typeof printer === 'string' ? named('printers', printer, 'printer', place) : printer
  return {
    printer: chosenPrinter,
    job: chosenJob,
    material: typeof wanted === 'string' ? named('materials', wanted, 'material') : wanted,
    ...(several && { materials: chosenJob.materials.map(each => named('materials', each, 'material')) }),
    moment,
    taught: allTaught(database),
    ...wordsHere(database, chosenPrinter.name),
  }
}

/** An answer that is worked out elsewhere; one that took too much is refused with its reason. */
export async function worked<T>(answer: Promise<T>, place: string): Promise<T> {
  try {
    return await answer
  } catch (error) {
    throw error instanceof TookTooMuch ? new Refused(413, error.message, place) : error
  }
}
