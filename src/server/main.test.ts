import { type ChildProcess, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoScripts } from '../../demo/load.ts'
import { openDatabase } from './database.ts'

const root = join(import.meta.dirname ?? '', '..', '..')
let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'warm-prelude-'))
})
afterAll(() => rmSync(folder, { recursive: true }))

/** Starts the server; gives all that it prints and its exit code, ending it with Ctrl-C's signal once it is up. */
function start(env: Record<string, string>, whenUp: (server: ChildProcess) => void = server => server.kill('SIGINT')) {
  return new Promise<{ code: number | null; out: string; err: string }>(done => {
    const server = spawn(process.execPath, ['scripts/run.mjs', 'src/server/main.ts'], {
      cwd: root,
      env: { ...process.env, ...env },
    })
    let [out, err] = ['', '']
    server.stdout.on('data', (text: Buffer) => {
      out += text
      if (String(text).includes('is at http')) whenUp(server)
    })
    server.stderr.on('data', (text: Buffer) => {
      err += text
    })
    server.on('exit', code => done({ code, out, err }))
  })
}

describe('starting and ending the server', () => {
  it('prints its address, and ends cleanly on Ctrl-C with the database in order', async () => {
    const { code, out } = await start({ PORT: '4431', DATA_DIR: folder })
    expect(code).toBe(0)
    expect(out).toContain('http://127.0.0.1:4431')
    const database = openDatabase(join(folder, 'warm-prelude.sqlite'))
    expect(database.pragma('integrity_check', { simple: true })).toBe('ok')
    expect(database.prepare('SELECT count(*) FROM scripts WHERE file IS NULL').pluck().get()).toBe(demoScripts().length)
    database.close()
  })

  it('leaves everything in the one file, and says so where another has the folder already', async () => {
    let second: { code: number | null; err: string } | undefined
    const first = await start({ PORT: '4434', DATA_DIR: folder }, async server => {
      second = await start({ PORT: '4435', DATA_DIR: folder })
      server.kill('SIGTERM')
    })
    expect([second?.code, second?.err.trim()]).toEqual([
      1,
      `A second Warm Prelude is using ${folder}. Stop it, or set DATA_DIR to a different folder.`,
    ])
    expect(first.code).toBe(0)
    expect(existsSync(join(folder, 'warm-prelude.sqlite-wal'))).toBe(false)
  })

  it('takes the folder over from one that was killed', async () => {
    await start({ PORT: '4436', DATA_DIR: folder }, server => server.kill('SIGKILL'))
    expect((await start({ PORT: '4437', DATA_DIR: folder })).code).toBe(0)
  }, 30_000)

  it('says in one sentence that a port is in use', async () => {
    const other = createServer().listen(4432, '127.0.0.1')
    const { code, err } = await start({ PORT: '4432', DATA_DIR: folder })
    other.close()
    expect([code, err.trim()]).toEqual([
      1,
      'Port 4432 is in use. Set PORT to a different one, or stop the program that uses it.',
    ])
  })

  it('says in one sentence that a folder can’t be written to', async () => {
    const file = join(folder, 'a-file')
    writeFileSync(file, '')
    const { code, err } = await start({ PORT: '4433', DATA_DIR: join(file, 'data') })
    expect(code).toBe(1)
    expect(err.trim().split('\n')).toHaveLength(1)
    expect(err).toContain('Set DATA_DIR to a folder that can be written to.')
  })

  it('refuses a port that is none', async () => {
    const { code, err } = await start({ PORT: 'door', DATA_DIR: folder })
    expect([code, err.trim()]).toEqual([1, 'PORT is “door”, which is not a port number.'])
  })
})
