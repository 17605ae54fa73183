// One bad row takes nothing else down: in each table whose rows are data, for each way of being bad.
import { copyFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { unzipSync } from 'fflate'
import { afterEach, beforeEach, describe, expect, it, test } from 'vitest'
import { demoPrinters } from '../../demo/load.ts'
import { backUp } from './backups.ts'
import { openDatabase } from './database.ts'
import { syncAllDocuments } from './documents.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'
import { shelfTasks } from './work/whole-shelf.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())

const damages = { 'no JSON': '{', 'nothing in it': '{}', 'a list': '[]', 'nested too deep': '['.repeat(50_000) }
const tables = ['printers', 'materials', 'jobs', 'vocabularies', 'trials', 'taught_commands'] as const

/** Makes the first row of a table unreadable; a vocabulary and a taught command are first added. */
function damage(table: (typeof tables)[number], data: string): void {
  const { database } = shelf
  if (table === 'vocabularies')
    database
      .prepare("INSERT INTO vocabularies (id, name, key, data, changed_at) VALUES (900, 'Brush', 'brush', '{}', ?)")
      .run(now)
  if (table === 'taught_commands')
    database
      .prepare("INSERT INTO taught_commands (family, name, data, changed_at) VALUES ('board', 'M9100', '{}', ?)")
      .run(now)
  // The database takes no text that is not JSON: a damaged file may hold one.
  database.pragma('ignore_check_constraints = ON')
  database.prepare(`UPDATE ${table} SET data = ? WHERE rowid = (SELECT min(rowid) FROM ${table})`).run(data)
}

const pages = [
  '/things',
  '/shelf',
  '/scripts/1',
  '/scripts/1/story',
  '/search?q=home',
  '/bin',
  '/taught',
  '/refrains',
  '/archive/backups',
]

describe.each(tables)('an unreadable row of %s', table => {
  it.each(Object.entries(damages))('(%s) is listed, and everything else works', async (_, data) => {
    damage(table, data)
    for (const page of pages) expect((await shelf.ask(page)).status, page).toBe(200)
    const { json } = await shelf.ask('/unreadable')
    expect(json).toMatchObject([{ table, raw: data, why: expect.stringMatching(/./) }])
    // As at the next start of the server, and in an export.
    syncAllDocuments(shelf.database, now, '')
    const packed = shelfTasks.pack({ database: shelf.database, backups: join(shelf.folder, 'backups') }, null)
    const files = Object.keys(unzipSync(packed?.zip ?? new Uint8Array()))
    expect(files.filter(file => file.startsWith('left out/')).length).toBeGreaterThanOrEqual(2)
  })
})

test('an export has the scripts of a printer that can’t be read, and is brought in again without it', async () => {
  damage('printers', '{')
  const whole = { database: shelf.database, backups: join(shelf.folder, 'backups') }
  const zip = shelfTasks.pack(whole, null)?.zip ?? new Uint8Array()
  const files = unzipSync(zip)
  const scripts = Object.keys(files).filter(file => /^left out\/Dunlin, .*\.gcode$/.test(file))
  const count = shelf.database
    .prepare('SELECT count(*) FROM scripts WHERE printer_id = 1 AND binned_at IS NULL')
    .pluck()
    .get()
  expect(scripts).toHaveLength(Number(count))
  shelfTasks.empty(whole, now)
  shelfTasks.importShelf(whole, zip, {}, now)
  expect((await shelf.ask('/shelf')).json.printers).toHaveLength(demoPrinters().length - 1)
})

test('it goes back to what it was before its last change, or into the bin', async () => {
  const printer = ((await shelf.ask('/things')).json.printers as unknown as { id: number; data: object }[])[0]
  await shelf.ask('/printers/1', 'PUT', { ...printer?.data, about: 'changed' })
  damage('printers', '{}')
  const listed = (await shelf.ask('/unreadable')).json as unknown as { earlier: { id: number }[] }[]
  // The trigger keeps what was there before the change, and the changed one before the damage.
  const [last] = listed[0]?.earlier ?? []
  expect((await shelf.ask('/unreadable/printers/1', 'PUT', { earlier: last?.id })).status).toBe(200)
  const after = ((await shelf.ask('/things')).json.printers as unknown as { id: number; data: { about: string } }[])[0]
  expect(after).toMatchObject({ id: 1, data: { about: 'changed' } })
  damage('printers', '{}')
  expect((await shelf.ask('/unreadable/printers/1', 'PUT', { earlier: 99_999 })).status).toBe(404)
  expect((await shelf.ask('/unreadable/printers/1', 'DELETE')).status).toBe(200)
  expect((await shelf.ask('/unreadable')).json).toEqual([])
  expect((await shelf.ask('/unreadable/printers/1', 'DELETE')).status).toBe(404)
})

test('a search that meets a note that begins like a list of what was ticked shows the note', async () => {
  await shelf.save(1, { text: 'G28\n', note: '["rarebird" is no list' })
  await shelf.save(2, { text: 'G28\n', note: '["rarebird"]' })
  const { status, json } = await shelf.ask('/search?q=rarebird')
  expect(status).toBe(200)
  expect((json as unknown as { shown: string }[]).map(({ shown }) => shown).sort()).toEqual([
    '["rarebird" is no list',
    '["rarebird"]',
  ])
})

describe('a backup is looked through before it is restored', () => {
  const folder = () => join(shelf.folder, 'backups')
  /** A backup in which `change` was done to the database. */
  function changedBackup(change: string): string {
    const { file } = backUp(shelf.database, folder(), 'daily', now)
    const path = join(folder(), file)
    const copy = openDatabase(path)
    copy.pragma('foreign_keys = OFF')
    copy.pragma('journal_mode = DELETE')
    copy.exec(change)
    copy.close()
    // A file that was looked at before is known by its size and time.
    const other = file.replace('daily', 'before-import')
    copyFileSync(path, join(folder(), other))
    return other
  }
  it.each([
    ['of a newer version', 'PRAGMA user_version = 9999', /newer version/],
    ['with a row that can’t be read', "UPDATE printers SET data = '{}' WHERE id = 1", /“Dunlin” in it can’t be read/],
    ['that lacks a table', 'DROP TABLE trials', /incomplete|brought up to date|refer/],
    [
      'with a script that has no text',
      'DROP TRIGGER variants_are_kept; UPDATE variants SET in_use = 0 WHERE script_id = 1',
      /has no text/,
    ],
  ])('%s is refused with the reason, and nothing changes', async (_, change, why) => {
    const file = changedBackup(change)
    const before = (await shelf.ask('/shelf')).json
    const { status, json } = await shelf.ask('/archive/restore', 'POST', { file })
    expect([status, json.error]).toEqual([409, expect.stringMatching(why)])
    expect((await shelf.ask('/shelf')).json).toEqual(before)
    expect(readdirSync(folder()).filter(name => name.startsWith('.'))).toEqual([])
  })
})

test('a backup that is a database of something else is refused with the reason', async () => {
  const folder = join(shelf.folder, 'backups')
  const { file } = backUp(shelf.database, folder, 'daily', now)
  rmSync(join(folder, file))
  const foreign = new Sqlite(join(folder, file))
  foreign.exec('CREATE TABLE birds (name TEXT); PRAGMA user_version = 1')
  foreign.close()
  const { status, json } = await shelf.ask('/archive/restore', 'POST', { file })
  expect([status, json.error]).toEqual([409, expect.stringContaining('it is not a shelf of Warm Prelude')])
})

test('a data folder that was moved away is told at the next save', async () => {
  const path = join(shelf.folder, 'shelf.sqlite')
  renameSync(path, join(shelf.folder, 'elsewhere.sqlite'))
  const { status, json } = await shelf.save(1, { text: 'G28\n' })
  expect([status, json.error]).toEqual([507, expect.stringContaining('is no longer at')])
  // Another file in its place is not it either.
  writeFileSync(path, '')
  expect((await shelf.save(1, { text: 'G28\n' })).status).toBe(507)
  expect((await shelf.ask('/shelf')).status).toBe(200)
})

test('no GET changes the database', async () => {
  const changes = shelf.database.prepare('SELECT total_changes()').pluck()
  const before = changes.get()
  for (const page of [
    ...pages,
    '/unreadable',
    '/health',
    '/revisions/1',
    '/printers/1/earlier',
    '/uses/G28',
    '/taught/file',
  ])
    await shelf.ask(page)
  expect(changes.get()).toBe(before)
})

test('a save that is repeated, because its response was lost, succeeds and makes no second revision', async () => {
  const first = await shelf.save(1, { text: 'G28\nG90\n' })
  const again = await shelf.save(1, { text: 'G28\nG90\n' })
  expect([first.status, again.status]).toEqual([200, 200])
  expect(again.json.revision).toBe(first.json.revision)
  expect((await shelf.save(1, { text: 'G28\nG91\n' })).status).toBe(409)
})

test('a paste that was changed before its first save is the first revision, as it was pasted', async () => {
  const made = await shelf.ask('/scripts', 'POST', {
    name: 'Pasted',
    printerId: 1,
    moment: 'start',
    text: 'G28\nG90\n',
    pasted: 'G28 G90\r\n',
    note: 'parted',
  })
  const { revisions } = (await shelf.ask(`/scripts/${made.json.id}/story`)).json as unknown as {
    revisions: { number: number; text: string; note: string }[]
  }
  expect(revisions.map(({ number, text, note }) => [number, text, note])).toEqual([
    [1, 'G28 G90\r\n', 'As it was pasted'],
    [2, 'G28\nG90\n', 'parted'],
  ])
  const same = { printerId: 1, moment: 'start', text: 'G28\n', pasted: 'G28\n', name: 'Unchanged' }
  expect((await shelf.ask('/scripts', 'POST', same)).json.revision).toBe(1)
})
