// One server for each folder: a lock that the process holds, and that ends with the process.
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'

/** Locks the folder for this process; returns a function that releases it, or null if a different process has it. */
export function takeFolder(folder: string): (() => void) | null {
  const lock = new Sqlite(join(folder, 'in-use.lock'), { timeout: 0 })
  try {
    // The operating system holds this lock for the process, so a killed process leaves none.
    lock.exec('BEGIN EXCLUSIVE')
    return () => lock.close()
  } catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) return null
    throw error
  }
}
