// Starts the server on the loopback interface. PORT (4310) and DATA_DIR (./data) may be set.
import { accessSync, constants, existsSync, mkdirSync, statSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import { serve } from '@hono/node-server'
import { makeApp } from './app.ts'
import { allBackups, backupFolder, clearUnfinished } from './backups.ts'
import { emptyOld } from './bin.ts'
import { openDatabase, settle } from './database.ts'
import { syncAllDocuments } from './documents.ts'
import { takeFolder } from './lock.ts'
import { seedWhenEmpty } from './seed.ts'
import { makePool, makeShelfThread } from './work/pool.ts'

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..')

/** Ends the program with a plain sentence. */
function giveUp(sentence: string): never {
  console.error(sentence)
  process.exit(1)
}

function portWanted(): number {
  const port = Number(process.env.PORT ?? 4310)
  return Number.isInteger(port) && port > 0 && port < 65536
    ? port
    : giveUp(`PORT is “${process.env.PORT}”, which is not a port number.`)
}

function folderWanted(): string {
  const folder = resolve(process.env.DATA_DIR ?? join(root, 'data'))
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.W_OK)
  } catch (error) {
    giveUp(
      `The data can’t be saved in ${folder}: ${(error as NodeJS.ErrnoException).code}. Set DATA_DIR to a folder that can be written to.`,
    )
  }
  return folder
}

function open(path: string) {
  const backups = allBackups(backupFolder(path))
  // A created database is not empty. Without backups, an empty one may never have been used.
  if (existsSync(path) && statSync(path).size === 0 && !existsSync(`${path}-wal`) && backups.length > 0)
    giveUp(
      `The database ${path} is empty (0 bytes), although it had data before. Nothing was changed. Your backups are in ${backupFolder(path)}, the newest first:\n${backups.map(({ file }) => `  ${file}`).join('\n')}\nTo go on from one, copy it to ${path}; to begin with an empty shelf, delete that file. Then start again.`,
    )
  try {
    const database = openDatabase(path)
    seedWhenEmpty(database, new Date().toISOString())
    syncAllDocuments(database, new Date().toISOString(), 'As it was kept with the printer.')
    return database
  } catch (error) {
    giveUp(`The database ${path} can’t be opened: ${(error as Error).message}`)
  }
}

/** Ends the program if a different one uses the folder. */
function take(folder: string): () => void {
  try {
    const letGo = takeFolder(folder)
    if (letGo) return letGo
  } catch (error) {
    giveUp(`The data in ${folder} can’t be opened: ${(error as Error).message}`)
  }
  giveUp(`A second Warm Prelude is using ${folder}. Stop it, or set DATA_DIR to a different folder.`)
}

const port = portWanted()
const folder = folderWanted()
const letGo = take(folder)
const path = join(folder, 'warm-prelude.sqlite')
clearUnfinished(backupFolder(path))
const database = open(path)
const built = join(root, 'dist')
const backups = backupFolder(path)
const work = makePool(availableParallelism())
const whole = makeShelfThread({ path, backups })
const app = makeApp({
  database,
  backups,
  screens: existsSync(join(built, 'index.html')) ? built : null,
  now: () => new Date().toISOString(),
  work,
  whole,
})

/**
 * Makes today's backup and then counts the bin's days. Without room for a backup the server goes on, and the bin stays
 * unchanged.
 */
async function lookAfter() {
  const now = new Date().toISOString()
  try {
    await whole.backUpDaily(now)
    await whole.quiet()
    emptyOld(database, now)
  } catch (error) {
    console.error(`Today’s backup could not be made: ${(error as Error).message}`)
  }
}
void lookAfter()
setInterval(() => void lookAfter(), 3_600_000).unref()
setInterval(() => settle(database), 30_000).unref()

const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port }, () => {
  console.log(`Warm Prelude is at http://127.0.0.1:${port}   (Ctrl-C ends it)`)
})
// Browsers keep connections open for a minute or more; closing one during a request would fail the request.
if ('keepAliveTimeout' in server) server.keepAliveTimeout = 120_000
server.on('error', (error: NodeJS.ErrnoException) => {
  database.close()
  giveUp(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is in use. Set PORT to a different one, or stop the program that uses it.`
      : `The server can’t start on port ${port}: ${error.message}`,
  )
})

/** How long a thread may take to end, ms: during a copy it does not respond. */
const patienceMs = 1000

async function stop() {
  server.close()
  const ended = await Promise.race([
    Promise.all([work.close(), whole.close()]).then(() => true),
    setTimeout(patienceMs, false),
  ])
  settle(database)
  database.close()
  letGo()
  // Threads may not respond; what they were doing is rolled back when the database is next opened.
  if (!ended) process.kill(process.pid, 'SIGKILL')
  process.exit(0)
}
process.on('SIGINT', () => void stop())
process.on('SIGTERM', () => void stop())
