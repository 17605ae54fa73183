// Kills a program while it works on a database, and checks what it left.
import { spawn } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Sqlite, { type Database } from 'better-sqlite3'
import { build } from 'vite'
import { gather } from '../server/archive/export.ts'
import { pack } from '../server/archive/layout.ts'
import { allBackups, backUp, clearUnfinished, faultIn } from '../server/backups.ts'
import { openDatabase, writing } from '../server/database.ts'
import { emptyAll } from '../server/restore.ts'
import { seedWhenEmpty } from '../server/seed.ts'

const root = join(import.meta.dirname, '..', '..')
/** The version after all migrations. */
const newestVersion = Math.max(
  ...readdirSync(join(root, 'src', 'server', 'migrations')).map(file => Number.parseInt(file, 10)),
)
const now = '2026-11-24T08:00:00.000Z'

/** How often it was tried, how often the program was killed before its end, and what was wrong afterwards. */
export type Held = { tried: number; killed: number; wrong: string[] }

/** Delays spread over the duration of a task, in a fixed order. */
const delays = (count: number, longestMs: number): number[] =>
  Array.from({ length: count }, (_, i) => ((i * 37) % count) * (longestMs / count))

const faultOf = (database: Database): string | null => {
  if (database.pragma('integrity_check', { simple: true }) !== 'ok') return 'the database is damaged'
  return (database.pragma('foreign_key_check') as unknown[]).length > 0 ? 'what belongs together is parted' : null
}

const emptied = (database: Database): void => {
  writing(database, () => emptyAll(database, ['materials', 'jobs', 'remembered']))
}

export class Killing {
  private readonly folder = mkdtempSync(join(tmpdir(), 'warm-prelude-killed-'))
  private built = ''

  /** Built once, so that the program starts in a tenth of the time. */
  async ready(): Promise<this> {
    this.built = join(root, 'node_modules', '.cache', `killed-${process.pid}`)
    await build({
      root,
      configFile: false,
      logLevel: 'error',
      build: {
        ssr: 'src/siege/killed.child.ts',
        outDir: this.built,
        emptyOutDir: true,
        rollupOptions: { output: { entryFileNames: 'child.mjs' } },
      },
    })
    cpSync(join(root, 'src', 'server', 'migrations'), join(this.built, 'migrations'), { recursive: true })
    return this
  }

  clear(): void {
    for (const folder of [this.folder, this.built]) rmSync(folder, { recursive: true, force: true })
  }

  private fresh(name: string): string {
    const folder = join(this.folder, name)
    mkdirSync(folder, { recursive: true })
    const path = join(folder, 'shelf.sqlite')
    const database = openDatabase(path)
    seedWhenEmpty(database, now)
    database.close()
    return path
  }

  /** Starts the program on a task and kills it after some ms; returns whether that was before its end. */
  private kill(task: string, path: string, file: string, afterMs: number): Promise<boolean> {
    return new Promise((done, fail) => {
      const child = spawn(process.execPath, [join(this.built, 'child.mjs'), task, path, file])
      let errors = ''
      child.stdout.on('data', () => setTimeout(() => child.kill('SIGKILL'), afterMs))
      child.stderr.on('data', (text: Buffer) => {
        errors += text
      })
      child.on('exit', (code, signal) => (code ? fail(new Error(errors)) : done(signal === 'SIGKILL')))
    })
  }

  /** Repeats a task from the same initial state; `look` reports what is wrong afterwards. */
  private async often(
    task: string,
    count: number,
    longestMs: number,
    begin: (i: number) => { path: string; file?: string },
    look: (path: string) => string | null,
  ): Promise<Held> {
    const held: Held = { tried: 0, killed: 0, wrong: [] }
    for (const [i, delay] of delays(count, longestMs).entries()) {
      const { path, file = '' } = begin(i)
      held.tried++
      if (await this.kill(task, path, file, delay)) held.killed++
      const wrong = look(path)
      if (wrong) held.wrong.push(`after ${delay.toFixed(1)} ms: ${wrong}`)
    }
    return held
  }

  /** Each revision is there completely, with its note in the search index, or not at all. */
  saving(count: number): Promise<Held> {
    const path = this.fresh('saving')
    let before = 1
    return this.often(
      'save',
      count,
      40,
      () => ({ path }),
      () => {
        const database = openDatabase(path)
        try {
          const fault = faultOf(database)
          if (fault) return fault
          const revisions = database
            .prepare<[], { id: number; number: number; text: string; note: string }>(
              'SELECT id, number, text, note FROM revisions WHERE variant_id = 1 AND number > 1 ORDER BY number',
            )
            .all()
          if (revisions.some(({ number }, i) => number !== i + 2)) return 'a revision is missing'
          if (revisions.length + 1 < before) return 'a revision that was there has gone'
          for (const { number, text, note } of revisions.slice(before - 1))
            if (text !== `; revision ${number}\n`.repeat(400) || note !== `note ${number}`)
              return `revision ${number} is not whole`
          const newest = revisions.at(-1)
          const found = database.prepare('SELECT body FROM found WHERE rowid = ?').pluck()
          if (newest && (found.get(4) !== newest.text || found.get(4 * newest.id + 1) !== newest.note))
            return 'the search lacks the newest revision'
          before = revisions.length + 1
          return null
        } finally {
          database.close()
        }
      },
    )
  }

  /** Afterwards everything is as before, or as intended. */
  private allOrNothing(
    task: string,
    count: number,
    longestMs: number,
    from: Buffer,
    to: Buffer,
    file = '',
    backup?: Buffer,
  ) {
    const bare = (bytes: Buffer) => {
      const path = join(this.folder, `bare-${task}.sqlite`)
      writeFileSync(path, bytes)
      const database = openDatabase(path)
      const packed = Buffer.from(pack(gather(database)))
      database.close()
      return packed
    }
    const [before, after] = [bare(from), bare(to)]
    return this.often(
      task,
      count,
      longestMs,
      i => {
        const folder = join(this.folder, `${task}-${i}`)
        mkdirSync(join(folder, 'backups'), { recursive: true })
        const path = join(folder, 'shelf.sqlite')
        writeFileSync(path, from)
        if (backup) writeFileSync(join(folder, 'backups', '000001 2026-11-20T08-00-00-000Z daily.sqlite'), backup)
        return { path, file }
      },
      path => {
        const backups = join(path, '..', 'backups')
        clearUnfinished(backups)
        if (readdirSync(backups).some(name => name.startsWith('.'))) return 'something unfinished was left'
        const bad = allBackups(backups).find(each => faultIn(join(backups, each.file)))
        if (bad) return 'a backup that is listed is no good'
        if (backup && !allBackups(backups).some(each => each.madeAt.startsWith('2026-11-20')))
          return 'the backup has gone'
        const database = openDatabase(path)
        try {
          const now = Buffer.from(pack(gather(database)))
          return (
            faultOf(database) ??
            (now.equals(before) || now.equals(after) ? null : 'it is neither as before nor as after')
          )
        } finally {
          database.close()
        }
      },
    )
  }

  importing(count: number): Promise<Held> {
    const path = this.fresh('importing')
    const database = openDatabase(path)
    const file = join(this.folder, 'shelf.zip')
    writeFileSync(file, pack(gather(database)))
    database.close()
    const full = readFileSync(path)
    const again = openDatabase(path)
    emptied(again)
    again.close()
    return this.allOrNothing('import', count, 60, readFileSync(path), full, file)
  }

  emptying(count: number): Promise<Held> {
    const path = this.fresh('emptying')
    const full = readFileSync(path)
    const database = openDatabase(path)
    emptied(database)
    database.close()
    return this.allOrNothing('empty', count, 30, full, readFileSync(path))
  }

  restoring(count: number): Promise<Held> {
    const path = this.fresh('restoring')
    const database = openDatabase(path)
    const folder = join(this.folder, 'restoring', 'made')
    const { file } = backUp(database, folder, 'daily', now)
    emptied(database)
    database.close()
    const backup = readFileSync(join(folder, file))
    return this.allOrNothing('restore', count, 120, readFileSync(path), backup, '', backup)
  }

  /** Listed backups are complete, and the shelf is unchanged. */
  backingUp(count: number): Promise<Held> {
    const full = readFileSync(this.fresh('backing up'))
    return this.allOrNothing('back up', count, 150, full, full)
  }

  /** The database has the old version or a newer one, and after migration every revision. */
  migrating(count: number): Promise<Held> {
    // A database of version 3, before trials and refrains.
    const path = join(this.folder, 'migrating.sqlite')
    const old = new Sqlite(path)
    for (const file of ['001-shelf.sql', '002-taught.sql', '003-vocabularies.sql'])
      old.exec(readFileSync(join(root, 'src', 'server', 'migrations', file), 'utf8'))
    old.prepare('ATTACH ? AS whole').run(this.fresh('whole'))
    for (const table of ['printers', 'materials', 'jobs', 'scripts', 'variants', 'revisions']) {
      const columns = (old.pragma(`main.table_info(${table})`) as { name: string }[]).map(({ name }) => name).join(', ')
      old.exec(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM whole.${table}`)
    }
    old.exec('DETACH whole')
    old.pragma('user_version = 3')
    const revisions = old.prepare('SELECT count(*) FROM revisions').pluck().get()
    old.close()
    const bare = readFileSync(path)
    return this.often(
      'migrate',
      count,
      25,
      i => {
        const own = join(this.folder, `migrate-${i}.sqlite`)
        writeFileSync(own, bare)
        return { path: own }
      },
      own => {
        const left = new Sqlite(own)
        const version = Number(left.pragma('user_version', { simple: true }))
        const has = left.prepare('SELECT count(*) FROM sqlite_master WHERE name = ?').pluck()
        // Each has its own version.
        const [trials, earlier] = [has.get('trials'), has.get('earlier')]
        left.close()
        const whole = trials === (version >= 4 ? 1 : 0) && earlier === (version >= 7 ? 1 : 0)
        if (version < 3 || version > newestVersion || !whole) return 'it is between two versions'
        const after = openDatabase(own)
        try {
          if (after.prepare('SELECT count(*) FROM revisions').pluck().get() !== revisions)
            return 'a revision is missing'
          const texts = after.prepare('SELECT count(*) FROM found WHERE rowid % 4 = 0').pluck().get()
          const variants = after.prepare('SELECT count(*) FROM variants').pluck().get()
          return faultOf(after) ?? (texts === variants ? null : 'the search lacks a variant')
        } finally {
          after.close()
        }
      },
    )
  }
}
