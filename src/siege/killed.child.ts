// Works on a database until it is killed or finished. Prints “go” when it starts.
import { readFileSync } from 'node:fs'
import { importShelf } from '../server/archive/import.ts'
import { unpack } from '../server/archive/unpack.ts'
import { allBackups, backUp, backupFolder } from '../server/backups.ts'
import { openDatabase, writing } from '../server/database.ts'
import { emptyAll, restore } from '../server/restore.ts'
import { saveScript, scriptById } from '../server/scripts.ts'

const [task = '', path = '', file = ''] = process.argv.slice(2)
const now = '2026-11-24T08:00:00.000Z'
const go = () => process.stdout.write('go')

switch (task) {
  case 'migrate':
    go()
    openDatabase(path)
    break
  case 'import': {
    const database = openDatabase(path)
    const found = unpack(new Uint8Array(readFileSync(file)))
    if (!found.ok) throw new Error(found.why)
    go()
    importShelf(database, found.archive, {}, now)
    break
  }
  case 'back up': {
    const database = openDatabase(path)
    go()
    for (let i = 0; i < 20; i++) backUp(database, backupFolder(path), 'daily', now)
    break
  }
  case 'restore': {
    const database = openDatabase(path)
    const oldest = allBackups(backupFolder(path)).at(-1)
    if (!oldest) throw new Error('there is no backup')
    go()
    restore(database, backupFolder(path), oldest.file, now)
    break
  }
  case 'empty': {
    const database = openDatabase(path)
    go()
    writing(database, () => emptyAll(database, ['materials', 'jobs', 'remembered']))
    break
  }
  case 'save': {
    const database = openDatabase(path)
    go()
    for (;;) {
      const { revision, variantId, identity } = scriptById(database, 1) as {
        revision: number
        variantId: number
        identity: string
      }
      const text = `; revision ${revision + 1}\n`.repeat(400)
      const change = { printerId: 1, moment: 'start' as const, text, note: `note ${revision + 1}`, base: revision }
      saveScript(database, 1, { ...change, variant: variantId, identity }, now)
    }
  }
}
