// Killed without warning two hundred times while it saves, imports and migrates: the data base is then sound, as before or after.
import { spawn } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { build } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { gather } from './archive/gather.ts'
import { pack } from './archive/layout.ts'
import { openDatabase } from './database.ts'
import { emptyAll } from './restore.ts'
import { seedWhenEmpty } from './seed.ts'

const root = join(import.meta.dirname, '..', '..')
const built = join(root, 'node_modules', '.cache', 'killed')
const now = '2026-11-24T08:00:00.000Z'

let folder: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'warm-prelude-killed-'))
  // Built once, it starts in a tenth of the time.
  await build({
    root,
    configFile: false,
    logLevel: 'error',
    build: {
      ssr: 'src/server/killed.child.ts',
      outDir: built,
      emptyOutDir: true,
      rollupOptions: { output: { entryFileNames: 'child.mjs' } },
    },
  })
  cpSync(join(import.meta.dirname, 'migrations'), join(built, 'migrations'), { recursive: true })
}, 60_000)
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Starts the child on a task and kills it so many ms after it has begun; or lets it end, where it is quicker. */
const runAndKill = (task: string, path: string, file: string, afterMs: number) =>
  new Promise<string | null>((done, fail) => {
    const child = spawn(process.execPath, [join(built, 'child.mjs'), task, path, file])
    let errors = ''
    child.stdout.on('data', () => setTimeout(() => child.kill('SIGKILL'), afterMs))
    child.stderr.on('data', (text: Buffer) => {
      errors += text
    })
    child.on('exit', (code, signal) => (code ? fail(new Error(errors)) : done(signal)))
  })

/** Delays spread over what a task takes, in an order that does not depend on chance. */
const delays = (count: number, longestMs: number) =>
  Array.from({ length: count }, (_, i) => ((i * 37) % count) * (longestMs / count))

const soundness = (database: Sqlite.Database) => [
  database.pragma('integrity_check', { simple: true }),
  database.pragma('foreign_key_check'),
]
const sound = ['ok', []]

const fresh = (name: string): string => {
  const path = join(folder, `${name}.sqlite`)
  const database = openDatabase(path)
  seedWhenEmpty(database, now)
  database.close()
  return path
}

const killedOften = (signals: readonly (string | null)[]) =>
  expect(signals.filter(signal => signal === 'SIGKILL').length).toBeGreaterThan(signals.length / 2)

describe('killed at any moment', () => {
  it('while saving: each revision is there whole, with its note in the search, or not at all', async () => {
    const path = fresh('saving')
    const signals: (string | null)[] = []
    let before = 1
    for (const delay of delays(120, 40)) {
      signals.push(await runAndKill('save', path, '', delay))
      const database = openDatabase(path)
      expect(soundness(database)).toEqual(sound)
      const revisions = database
        .prepare<[], { id: number; number: number; text: string; note: string }>(
          'SELECT id, number, text, note FROM revisions WHERE variant_id = 1 AND number > 1 ORDER BY number',
        )
        .all()
      expect(revisions.map(({ number }) => number)).toEqual(revisions.map((_, i) => i + 2))
      for (const { number, text, note } of revisions.slice(before - 1))
        expect([text, note]).toEqual([`; revision ${number}\n`.repeat(400), `note ${number}`])
      const newest = revisions.at(-1)
      if (newest) {
        expect(database.prepare('SELECT body FROM found WHERE rowid = 4').pluck().get()).toBe(newest.text)
        expect(
          database
            .prepare('SELECT body FROM found WHERE rowid = ?')
            .pluck()
            .get(4 * newest.id + 1),
        ).toBe(newest.note)
      }
      before = revisions.length + 1
      database.close()
    }
    expect(before).toBeGreaterThan(20)
    killedOften(signals)
  }, 120_000)

  it('while importing: everything has come, or nothing', async () => {
    const path = fresh('importing')
    const whole = openDatabase(path)
    const along = gather(whole)
    const bytes = pack(along)
    const file = join(folder, 'shelf.zip')
    writeFileSync(file, bytes)
    whole.transaction(() => emptyAll(whole, ['materials', 'jobs', 'remembered']))()
    const empty = pack(gather(whole))
    whole.close()
    const bare = readFileSync(path)
    const outcomes: string[] = []
    for (const [i, delay] of delays(50, 60).entries()) {
      const own = join(folder, `import-${i}.sqlite`)
      writeFileSync(own, bare)
      await runAndKill('import', own, file, delay)
      const database = openDatabase(own)
      expect(soundness(database)).toEqual(sound)
      const after = Buffer.from(pack(gather(database)))
      outcomes.push(
        after.equals(Buffer.from(empty)) ? 'before' : after.equals(Buffer.from(bytes)) ? 'after' : 'between',
      )
      database.close()
    }
    expect(outcomes).not.toContain('between')
    expect(outcomes).toContain('before')
  }, 120_000)

  it('while migrating: it is of the old version or of the new one, with every revision', async () => {
    // A data base of the third version, as it was before trials and refrains.
    const path = join(folder, 'migrating.sqlite')
    const old = new Sqlite(path)
    for (const file of ['001-shelf.sql', '002-taught.sql', '003-vocabularies.sql'])
      old.exec(readFileSync(join(import.meta.dirname, 'migrations', file), 'utf8'))
    old.prepare('ATTACH ? AS whole').run(fresh('whole'))
    for (const table of ['printers', 'materials', 'jobs', 'scripts', 'variants', 'revisions']) {
      const columns = (old.pragma(`main.table_info(${table})`) as { name: string }[]).map(({ name }) => name).join(', ')
      old.exec(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM whole.${table}`)
    }
    old.exec('DETACH whole')
    old.pragma('user_version = 3')
    const count = old.prepare('SELECT count(*) FROM revisions').pluck().get()
    old.close()
    const bare = readFileSync(path)
    const versions: number[] = []
    for (const [i, delay] of delays(30, 15).entries()) {
      const own = join(folder, `migrate-${i}.sqlite`)
      writeFileSync(own, bare)
      await runAndKill('migrate', own, '', delay)
      const database = new Sqlite(own)
      versions.push(database.pragma('user_version', { simple: true }) as number)
      const hasTrials = database.prepare("SELECT count(*) FROM sqlite_master WHERE name = 'trials'").pluck().get()
      expect(hasTrials).toBe((versions.at(-1) as number) >= 4 ? 1 : 0)
      database.close()
      // Opened again it is up to date, and nothing is missing.
      const after = openDatabase(own)
      expect(soundness(after)).toEqual(sound)
      expect(after.prepare('SELECT count(*) FROM revisions').pluck().get()).toBe(count)
      expect(after.prepare('SELECT count(*) FROM found WHERE rowid % 4 = 0').pluck().get()).toBe(
        after.prepare('SELECT count(*) FROM variants').pluck().get(),
      )
      after.close()
    }
    for (const version of versions) expect([3, 4, 5]).toContain(version)
  }, 120_000)
})
