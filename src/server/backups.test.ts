import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { allBackups, backUp, backUpDaily } from './backups.ts'
import { openDatabase } from './database.ts'
import { storageTrouble } from './requests.ts'
import { makeShelf, type TestShelf } from './testing.ts'

let shelf: TestShelf
let folder: string
beforeEach(() => {
  shelf = makeShelf()
  folder = join(shelf.folder, 'backups')
})
afterEach(() => shelf.remove())

describe('backups', () => {
  it('are ten at most, the newest first', () => {
    for (let i = 10; i < 22; i++) backUp(shelf.database, folder, 'daily', `2026-11-${i}T08:00:00.000Z`)
    const all = allBackups(folder)
    expect(all).toHaveLength(10)
    expect([all[0]?.madeAt, all.at(-1)?.madeAt]).toEqual(['2026-11-21T08:00:00.000Z', '2026-11-12T08:00:00.000Z'])
  })

  it('are made once a day', () => {
    backUpDaily(shelf.database, folder, '2026-11-26T08:00:00.000Z')
    backUpDaily(shelf.database, folder, '2026-11-26T19:00:00.000Z')
    backUpDaily(shelf.database, folder, '2026-11-27T07:00:00.000Z')
    expect(allBackups(folder).map(({ madeAt }) => madeAt)).toEqual([
      '2026-11-27T07:00:00.000Z',
      '2026-11-26T08:00:00.000Z',
    ])
  })

  it('are whole data bases, and nothing else in the folder is taken for one', () => {
    const { file } = backUp(shelf.database, folder, 'daily', '2026-11-26T08:00:00.000Z')
    writeFileSync(join(folder, 'notes.txt'), 'mine')
    expect(allBackups(folder)).toHaveLength(1)
    const copy = new Sqlite(join(folder, file), { readonly: true })
    expect(copy.prepare('SELECT count(*) FROM revisions').pluck().get()).toBe(
      shelf.database.prepare('SELECT count(*) FROM revisions').pluck().get(),
    )
    copy.close()
  })
})

describe('a data base of another version', () => {
  it('that is older is copied before it is brought up to date', () => {
    const path = join(shelf.folder, 'old.sqlite')
    const old = openDatabase(path)
    old.exec('DROP TABLE remembered')
    old.pragma('user_version = 3')
    old.close()
    // The fourth step finds its tables there already, and fails; the data base stays as it was, with a copy beside it.
    expect(() => openDatabase(path)).toThrow()
    const after = new Sqlite(path)
    expect(after.pragma('user_version', { simple: true })).toBe(3)
    after.close()
    expect(allBackups(folder).map(({ reason }) => reason)).toEqual(['before-update'])
  })

  it('that is newer is left as it is', () => {
    const path = join(shelf.folder, 'new.sqlite')
    const database = openDatabase(path)
    database.pragma('user_version = 999')
    database.close()
    expect(() => openDatabase(path)).toThrow('newer Warm Prelude')
    expect(existsSync(path)).toBe(true)
  })
})

describe('a disk that fails', () => {
  it('that is full leaves the script as it was, and says so', async () => {
    // As many pages as it has, and no more.
    const pages = shelf.database.pragma('page_count', { simple: true })
    shelf.database.pragma(`max_page_count = ${pages}`)
    const big = `G28\n${'; words and words\n'.repeat(20_000)}`
    const refused = await shelf.ask('/scripts/1', 'PUT', { printerId: 1, moment: 'start', text: big, base: 1 })
    expect([refused.status, refused.json.error]).toEqual([
      507,
      expect.stringContaining('The disk is full. Nothing was changed'),
    ])
    expect((await shelf.ask('/scripts/1')).json.revision).toBe(1)
    expect(shelf.database.pragma('integrity_check', { simple: true })).toBe('ok')
  })

  it('that can only be read says so', async () => {
    shelf.database.pragma('query_only = ON')
    const refused = await shelf.ask('/scripts/1', 'PUT', { printerId: 1, moment: 'start', text: 'G28\n', base: 1 })
    expect([refused.status, refused.json.error]).toEqual([507, expect.stringContaining('read-only')])
    shelf.database.pragma('query_only = OFF')
    expect((await shelf.ask('/scripts/1')).json.revision).toBe(1)
  })

  it('is told from mistakes of our own', () => {
    expect(storageTrouble(Object.assign(new Error(), { code: 'ENOSPC' }))).toContain('full')
    expect(storageTrouble(new Error('oops'))).toBeNull()
  })
})
