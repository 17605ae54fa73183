// Tasks on the whole shelf: export, import, empty, restore, back up. Plain data in, plain data out.

import { nameKey } from '../../core/model/script.ts'
import type { ArchiveItem, Backup } from '../../core/model/stored.ts'
import { type Calls, callsOf, type Tasks } from '../../tasks/calls.ts'
import { gather, gatherLeftOut } from '../archive/export.ts'
import { compareArchive, type Decisions, importShelf } from '../archive/import.ts'
import { type Archive, pack } from '../archive/layout.ts'
import { unpack } from '../archive/unpack.ts'
import { backUp, backUpDaily } from '../backups.ts'
import { allEntries } from '../catalog.ts'
import { type Database, writing } from '../database.ts'
import { Refused } from '../requests.ts'
import { emptyAll, restore } from '../restore.ts'

/** Tables that stay when a shelf is emptied: rehearsals need materials and jobs. */
const staying = ['materials', 'jobs', 'remembered']

function unpacked(bytes: Uint8Array): Archive {
  const found = unpack(bytes)
  if (!found.ok) throw new Refused(400, found.why, 'file')
  return found.archive
}

/** Refuses scripts without a printer, here or in the file. */
function refuseLost(database: Database, archive: Archive): void {
  const printers = [...archive.printers, ...allEntries(database, 'printers').map(({ data }) => data)]
  const known = new Set(printers.map(({ name }) => nameKey(name)))
  const lost = archive.scripts.find(({ printer }) => !known.has(nameKey(printer)))
  if (lost)
    throw new Refused(400, `“${lost.name}” is for ${lost.printer}, which is neither here nor in the file.`, 'file')
}

/** An open database, and the folder of its backups. */
export type Shelf = { database: Database; backups: string }

/** The tasks, each for a shelf. They throw `Refused` for unsuitable input; then nothing is changed. */
export const shelfTasks = {
  /** The shelf as a .zip, or one printer with everything that belongs to it; null if there is no such printer. */
  pack({ database }: Shelf, printerId: number | null): { zip: Uint8Array<ArrayBuffer>; printer: string } | null {
    // A consistent snapshot, whatever is saved meanwhile.
    const [archive, leftOut] = database.transaction(
      () => [gather(database, printerId), printerId === null ? gatherLeftOut(database) : []] as const,
    )()
    const [printer] = archive.printers
    if (printerId !== null && !printer) return null
    return { zip: new Uint8Array(pack(archive, leftOut)), printer: printer?.name ?? '' }
  },
  /** Compares each item of a packed shelf with this one. */
  compare({ database }: Shelf, zip: Uint8Array): ArchiveItem[] {
    const archive = unpacked(zip)
    return database.transaction(() => compareArchive(database, archive))()
  },
  importShelf({ database, backups }: Shelf, zip: Uint8Array, decisions: Decisions, now: string): Backup {
    const archive = unpacked(zip)
    refuseLost(database, archive)
    const backup = backUp(database, backups, 'before-import', now)
    importShelf(database, archive, decisions, now)
    return backup
  },
  empty({ database, backups }: Shelf, now: string): Backup {
    const backup = backUp(database, backups, 'before-emptying', now)
    writing(database, () => emptyAll(database, staying))
    return backup
  },
  restore: ({ database, backups }: Shelf, file: string, now: string): Backup => restore(database, backups, file, now),
  backUpDaily: ({ database, backups }: Shelf, now: string): void => backUpDaily(database, backups, now),
}

/** A function without its first parameter. */
type ForShelf<F> = F extends (shelf: Shelf, ...given: infer Given) => infer Result ? (...given: Given) => Result : never
type ShelfTasks = { [Name in keyof typeof shelfTasks]: ForShelf<(typeof shelfTasks)[Name]> }
type TaskName = keyof ShelfTasks

/** Tasks during which the shelf must not change: saves wait for their end. */
const alone: ReadonlySet<TaskName> = new Set(['importShelf', 'empty', 'restore', 'backUpDaily'] satisfies TaskName[])

/** The tasks as asynchronous functions; `quiet` resolves when no exclusive task is running. */
export type ShelfWork = Calls<ShelfTasks> & { quiet: () => Promise<void> }

/** The tasks, run by a thread. */
export function shelfWork(ask: (task: TaskName, given: unknown[]) => Promise<unknown>): ShelfWork {
  let busy: Promise<unknown> = Promise.resolve()
  const calls: Calls<Tasks> = callsOf<Tasks>(shelfTasks, (name, given) => {
    const task = name as TaskName
    const answer = ask(task, given)
    if (alone.has(task)) busy = Promise.allSettled([busy, answer])
    return answer
  })
  return {
    // The table's functions take the shelf first, these do not.
    ...(calls as Calls<ShelfTasks>),
    async quiet() {
      for (let seen: unknown; seen !== busy; ) {
        seen = busy
        await busy
      }
    },
  }
}

/** Runs all tasks synchronously in the server's own thread. */
export const shelfWorkHere = (shelf: Shelf): ShelfWork =>
  shelfWork(async (task, given) => (shelfTasks[task] as (...all: unknown[]) => unknown)(shelf, ...given))
