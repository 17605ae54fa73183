// The tests’ `test`: every file has a server of its own, on data as they come, so that no file sees what another one does.
import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base } from '@playwright/test'

const root = join(import.meta.dirname ?? '', '..')

/** A folder for data, outside of the sources. */
export const folderForData = (): string => mkdtempSync(join(tmpdir(), 'warm-prelude-e2e-'))

/** A port that nobody listens on now. */
export async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const address = probe.address()
  probe.close()
  await once(probe, 'close')
  if (!address || typeof address === 'string') throw new Error('no port to be had')
  return address.port
}

/** The server on this port and folder, when it answers; rejects if it ends before that. */
export async function serve(port: number, folder: string): Promise<ChildProcess> {
  const server = spawn(process.execPath, ['scripts/run.mjs', 'src/server/main.ts'], {
    cwd: root,
    env: { ...process.env, PORT: String(port), DATA_DIR: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((ready, fail) => {
    server.stdout.on('data', (text: Buffer) => text.includes('is at http') && ready())
    server.on('exit', code => fail(new Error(`the server ended with ${code} before it answered`)))
  })
  return server
}

/** Ends a server, and resolves when it is gone. */
export async function end(server: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  const gone = once(server, 'exit')
  server.kill(signal)
  await gone
}

/** The server of the file that is tested now; asked for another file, it ends and a new one begins. */
class Served {
  #file = ''
  #url = ''
  #server: ChildProcess | null = null
  #folder = ''

  async urlFor(file: string): Promise<string> {
    if (file !== this.#file) {
      await this.end()
      const port = await freePort()
      this.#folder = folderForData()
      this.#server = await serve(port, this.#folder)
      this.#url = `http://127.0.0.1:${port}`
      this.#file = file
    }
    return this.#url
  }

  kill(): void {
    this.#server?.kill('SIGKILL')
  }

  async end(): Promise<void> {
    if (!this.#server) return
    await end(this.#server, 'SIGKILL')
    this.#server = null
    rmSync(this.#folder, { recursive: true })
  }
}

export const test = base.extend<object, { served: Served }>({
  served: [
    // biome-ignore lint/correctness/noEmptyPattern: a fixture says by its pattern that it needs no other.
    async ({}, use) => {
      const served = new Served()
      process.once('exit', () => served.kill())
      await use(served)
      await served.end()
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ served }, use, { file }) => use(await served.urlFor(file)),
})
