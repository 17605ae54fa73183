// The tests’ `test`: every file has a server of its own, on data as they come, so that no file sees what another one does. They are
// made once for all files (`e2e/made-once.ts`), with what every script comes to, which takes longest.
import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base } from '@playwright/test'

const root = join(import.meta.dirname ?? '', '..')

/** A folder for data, outside of the sources, with nothing in it. */
export const emptyFolder = (): string => mkdtempSync(join(tmpdir(), 'warm-prelude-e2e-'))

/** Where the data of all files were made. */
export const madeOnce = 'E2E_DATA'

/** A folder with data as they come. */
export function folderForData(): string {
  const folder = emptyFolder()
  cpSync(process.env[madeOnce] ?? '', folder, { recursive: true })
  return folder
}

/** Two for each worker, below those that a system gives out by itself: its server’s, and one for a test’s own. */
export const firstPort = Number(process.env.E2E_PORT ?? 4417)

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
  if (server.exitCode !== null || server.signalCode !== null) return
  const gone = once(server, 'exit')
  server.kill(signal)
  await gone
}

/** The server of the file that is tested now; asked for another file, it ends and a new one begins. */
class Served {
  readonly #port: number
  #file = ''
  #server: ChildProcess | null = null
  #folder = ''

  constructor(port: number) {
    this.#port = port
  }

  async urlFor(file: string): Promise<string> {
    if (file !== this.#file) {
      await this.end()
      this.#folder = folderForData()
      this.#server = await serve(this.#port, this.#folder)
      this.#file = file
    }
    return `http://127.0.0.1:${this.#port}`
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

export const test = base.extend<{ ownPort: number }, { served: Served }>({
  served: [
    // biome-ignore lint/correctness/noEmptyPattern: a fixture says by its pattern that it needs no other.
    async ({}, use, { parallelIndex }) => {
      const served = new Served(firstPort + 2 * parallelIndex)
      process.once('exit', () => served.kill())
      await use(served)
      await served.end()
    },
    { scope: 'worker' },
  ],
  // biome-ignore lint/correctness/noEmptyPattern: as above.
  ownPort: async ({}, use, { parallelIndex }) => use(firstPort + 2 * parallelIndex + 1),
  baseURL: async ({ served }, use, { file }) => use(await served.urlFor(file)),
})
