import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { allBackups, backUp, backUpDaily, clearUnfinished } from './backups.ts'
import { openDatabase } from './database.ts'
import { storageTrouble } from './requests.ts'
import { restore } from './restore.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'

let shelf: TestShelf
let folder: string
beforeEach(() => {
  shelf = makeShelf()
  folder = join(shelf.folder, 'backups')
})
afterEach(() => shelf.remove())

describe('backups', () => {
  const daily = (day: string) => backUp(shelf.database, folder, 'daily', `${day}T08:00:00.000Z`)
  const days = () => allBackups(folder).map(({ madeAt }) => madeAt.slice(5, 10))

  it('are the newest ten, and the first of each of the last weeks', () => {
    // The 9th and the 16th of November 2026 are Mondays: the 10th is the first of its week that has one.
    for (let i = 10; i < 22; i++) daily(`2026-11-${i}`)
    expect(days()).toEqual([...[21, 20, 19, 18, 17, 16, 15, 14, 13, 12].map(day => `11-${day}`), '11-10'])
  })

  it('are not pushed out by ten of one day: those of the seven days before it stay', () => {
    for (let i = 10; i < 17; i++) daily(`2026-11-${i}`)
    for (let i = 0; i < 10; i++) backUp(shelf.database, folder, 'before-import', `2026-11-17T09:0${i}:00.000Z`)
    // Ten of the 17th, whose first is one of them; the six days before it that make seven; and the first of the week before.
    expect([...new Set(days())]).toEqual([17, 16, 15, 14, 13, 12, 11, 10].map(day => `11-${day}`))
    expect(days()).toHaveLength(10 + 6 + 1)
  })

  it('come in the order in which they were made, whatever the clock says', () => {
    daily('2026-11-20')
    daily('2036-01-01')
    daily('2026-11-21')
    expect(days()).toEqual(['11-21', '01-01', '11-20'])
    // A clock set back makes one of the day that it says.
    backUpDaily(shelf.database, folder, '2026-11-20T08:00:00.000Z')
    expect(days()).toEqual(['11-20', '11-21', '01-01', '11-20'])
  })

  it('count only where they are whole: an empty or a cut file is none', () => {
    const { file } = daily('2026-11-20')
    const whole = readFileSync(join(folder, file))
    writeFileSync(join(folder, '000007 2026-11-26T08-00-00-000Z daily.sqlite'), '')
    writeFileSync(join(folder, '000008 2026-11-26T09-00-00-000Z daily.sqlite'), whole.subarray(0, whole.length / 2))
    expect(days()).toEqual(['11-20'])
    backUpDaily(shelf.database, folder, '2026-11-26T10:00:00.000Z')
    expect(days()).toEqual(['11-26', '11-20'])
  })

  it('that were being made when the program was ended are cleared away', () => {
    daily('2026-11-20')
    writeFileSync(join(folder, '.making 77.sqlite'), 'half')
    mkdirSync(join(folder, '.restoring'))
    clearUnfinished(folder)
    expect(readdirSync(folder)).toHaveLength(1)
  })

  it('of which the oldest is put back although making another drops it', () => {
    const { file } = daily('2026-11-01')
    const before = shelf.database.prepare('SELECT count(*) FROM revisions').pluck().get()
    shelf.database.exec("UPDATE scripts SET binned_at = 'x'; DELETE FROM scripts")
    for (let month = 1; month < 10; month++) daily(`2027-0${month}-01`)
    expect(allBackups(folder).at(-1)?.file).toBe(file)
    restore(shelf.database, folder, file, '2027-10-01T08:00:00.000Z')
    expect(allBackups(folder).map(backup => backup.file)).not.toContain(file)
    expect(shelf.database.prepare('SELECT count(*) FROM revisions').pluck().get()).toBe(before)
  })

  it('that is damaged is refused, and nothing changes', () => {
    const { file } = daily('2026-11-20')
    const bytes = readFileSync(join(folder, file))
    bytes.fill(0, 8192, 40_960)
    writeFileSync(join(folder, file), bytes)
    const before = shelf.database.prepare('SELECT count(*) FROM revisions').pluck().get()
    expect(() => restore(shelf.database, folder, file, now)).toThrow('That backup can’t be restored')
    expect(shelf.database.prepare('SELECT count(*) FROM revisions').pluck().get()).toBe(before)
    expect(readdirSync(folder)).toEqual([file])
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

  it('are whole databases, and nothing else in the folder is taken for one', () => {
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

describe('a database of another version', () => {
  it('that is older is copied before it is brought up to date', () => {
    const path = join(shelf.folder, 'old.sqlite')
    const old = openDatabase(path)
    old.exec('DROP TABLE remembered')
    old.pragma('user_version = 3')
    old.close()
    // The fourth step finds its tables there already, and fails; the database stays as it was, with a copy beside it.
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
    const refused = await shelf.save(1, { text: big })
    expect([refused.status, refused.json.error]).toEqual([
      507,
      expect.stringContaining('The disk is full. Nothing was changed'),
    ])
    expect((await shelf.ask('/scripts/1')).json.revision).toBe(1)
    expect(shelf.database.pragma('integrity_check', { simple: true })).toBe('ok')
  })

  it('that can only be read says so', async () => {
    shelf.database.pragma('query_only = ON')
    const refused = await shelf.save(1, { text: 'G28\n' })
    expect([refused.status, refused.json.error]).toEqual([507, expect.stringContaining('read-only')])
    shelf.database.pragma('query_only = OFF')
    expect((await shelf.ask('/scripts/1')).json.revision).toBe(1)
  })

  it('is told from mistakes of our own', () => {
    expect(storageTrouble(Object.assign(new Error(), { code: 'ENOSPC' }))).toContain('full')
    expect(storageTrouble(new Error('oops'))).toBeNull()
  })
})
