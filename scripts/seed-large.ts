// `npm run seed:large`: a made-up shelf of 200 printers, 2,000 scripts and 40,000 revisions in a folder of its own.
// Serve it with `DATA_DIR=data/large npm run demo`.
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { openDatabase } from '../src/server/database.ts'
import { seedLarge } from '../src/server/large.ts'

const root = join(import.meta.dirname ?? '.', '..')
const folder = resolve(process.env.DATA_DIR ?? join(root, 'data', 'large'))
const path = join(folder, 'warm-prelude.sqlite')
if (existsSync(path) && !process.argv.includes('--anew')) {
  console.error(`${path} is there already. With --anew it is made anew.`)
  process.exit(2)
}
mkdirSync(folder, { recursive: true })
for (const ending of ['', '-wal', '-shm']) rmSync(path + ending, { force: true })
const database = openDatabase(path)
seedLarge(database, { printers: 200, scripts: 2000, revisions: 40_000 }, new Date().toISOString(), revisions =>
  process.stdout.write(`\r${revisions} revisions`),
)
database.close()
console.log(`\n${path}\nServe it with: DATA_DIR=${folder} npm run demo`)
