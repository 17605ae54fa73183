// Generates a shelf as large as years make it: printers, scripts and revisions that differ as people's do.
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../demo/load.ts'
import type { Printer } from '../core/model/printer.ts'
import { addEntry } from './catalog.ts'
import { type Database, writing } from './database.ts'
import { addRevision, addScript, scriptById } from './scripts.ts'

export type Size = { printers: number; scripts: number; revisions: number }

const colours = ['red', 'grey', 'green', 'blue', 'white', 'black', 'yellow', 'brown', 'violet', 'orange']
const whys = ['purge', 'wait', 'lift', 'probing', 'first layer', 'retraction', 'parking', 'heat', 'brush', 'message']

/** Fills an empty database, all or nothing. `report` receives the number of revisions so far. */
export function seedLarge(
  database: Database,
  size: Size,
  now: string,
  report: (revisions: number) => void = () => {},
): void {
  const [kinds, texts] = [demoPrinters(), demoScripts()]
  const each = Math.max(1, Math.round(size.revisions / size.scripts))
  const daysBefore = (days: number) => new Date(Date.parse(now) - days * 86_400_000).toISOString()
  writing(database, () => {
    database.prepare("INSERT INTO remembered (name, value) VALUES ('seeded', ?)").run(now)
    for (const material of demoMaterials()) addEntry(database, 'materials', material, now)
    for (const job of demoJobs()) addEntry(database, 'jobs', job, now)
    const ids = Array.from({ length: size.printers }, (_, i) => {
      const kind = kinds[i % kinds.length] as Printer
      return addEntry(
        database,
        'printers',
        {
          ...kind,
          name: `${kind.name} ${i + 1}`,
          about: `number ${i + 1}, ${colours[i % 10]} · ${kind.about}`,
        } as Printer,
        now,
      )
    })
    let made = 0
    for (let i = 0; i < size.scripts; i++) {
      const printer = i % size.printers
      const kind = kinds[printer % kinds.length] as Printer
      const own = texts.filter(text => text.printer === kind.name)
      const demo = own[Math.floor(i / size.printers) % Math.max(1, own.length)] ?? (texts[0] as (typeof texts)[number])
      const why = whys[i % whys.length] as string
      const textOf = (revision: number) =>
        `${demo.text}; ${why}, the ${revision}th time, shelf mark ${i * each + revision}\n`
      const script = {
        name: `${demo.name}, ${why} ${i + 1}`,
        printerId: ids[printer] as number,
        moment: demo.moment,
        text: textOf(1),
        note: `${why} tried`,
      }
      const id = addScript(database, script, daysBefore(each))
      const variantId = scriptById(database, id)?.variantId as number
      for (let revision = 2; revision <= each; revision++)
        addRevision(
          database,
          variantId,
          revision,
          { text: textOf(revision), note: `${why} better, ${colours[revision % 10]}` },
          daysBefore(each - revision),
        )
      made += each
      if (i % 100 === 99) report(made)
    }
  })
}
