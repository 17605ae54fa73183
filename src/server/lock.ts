// One server to a folder: a lock that its process holds, and that goes with it however it ends.
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'

/** Takes the folder for this process; false where another has it. What is given back lets go of it. */
export function takeFolder(folder: string): (() => void) | null {
  const lock = new Sqlite(join(folder, 'in-use.lock'), { timeout: 0 })
  try {
    // The operating system holds this lock for the process, so that none is left behind by one that was killed.
    lock.exec('BEGIN EXCLUSIVE')
    return () => lock.close()
  } catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) return null
    throw error
  }
}
