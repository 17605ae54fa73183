// Works on a data base without end, until it is killed: for the test that kills it. Says “go” when it begins.
import { readFileSync } from 'node:fs'
import { bring } from './archive/bring.ts'
import { unpack } from './archive/unpack.ts'
import { openDatabase } from './database.ts'
import { saveScript, scriptById } from './scripts.ts'

const [task = '', path = '', file = ''] = process.argv.slice(2)
const now = '2026-11-24T08:00:00.000Z'

if (task === 'migrate') {
  process.stdout.write('go')
  openDatabase(path)
}
if (task === 'import') {
  const database = openDatabase(path)
  const found = unpack(new Uint8Array(readFileSync(file)))
  if (!found.ok) throw new Error(found.why)
  process.stdout.write('go')
  bring(database, found.archive, {}, now)
}
if (task === 'save') {
  const database = openDatabase(path)
  process.stdout.write('go')
  for (;;) {
    const { revision, variantId } = scriptById(database, 1) as { revision: number; variantId: number }
    const text = `; revision ${revision + 1}\n`.repeat(400)
    saveScript(
      database,
      1,
      { printerId: 1, moment: 'start', text, note: `note ${revision + 1}`, base: revision, variant: variantId },
      now,
    )
  }
}
