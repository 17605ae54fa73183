// Puts the demo shelf into an empty data base.
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../demo/load.ts'
import type { Database } from './database.ts'
import { addScript } from './scripts.ts'
import { addThing } from './things.ts'

/** Adds the demo data when there are no printers yet; all or nothing. */
export function seedWhenEmpty(database: Database, now: string): void {
  const { count } = database.prepare<[], { count: number }>('SELECT count(*) AS count FROM printers').get() ?? {
    count: 0,
  }
  if (count > 0) return
  database.transaction(() => {
    for (const material of demoMaterials()) addThing(database, 'materials', material, now)
    for (const job of demoJobs()) addThing(database, 'jobs', job, now)
    const ids = new Map(demoPrinters().map(printer => [printer.name, addThing(database, 'printers', printer, now)]))
    for (const { printer, ...script } of demoScripts())
      addScript(database, { ...script, printerId: ids.get(printer) as number }, now)
  })()
}
