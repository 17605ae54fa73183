// Reads the input of a rehearsal from a request: printers, jobs and materials by name in any case, or in full.
import { ofFirstTool } from '../core/model/job.ts'
import type { RehearsalInput } from '../core/round.ts'
import type { Given } from '../tasks/requests.ts'
import { type CatalogTable, entryByName, wordsHere } from './catalog.ts'
import type { Database } from './database.ts'
import { Refused } from './requests.ts'
import { allTaught } from './routes/taught.ts'
import { TookTooMuch } from './work/pool.ts'

/** Without a material, the job's own. `place` is the path of the printer in the request. */
export function inputRequested(
  database: Database,
  { printer, job, material, moment }: Given,
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

/** Awaits a task in a thread; one that exceeded its limits is refused with the reason. */
export async function worked<T>(answer: Promise<T>, place: string): Promise<T> {
  try {
    return await answer
  } catch (error) {
    throw error instanceof TookTooMuch ? new Refused(413, error.message, place) : error
  }
}
