// Browser tests: the built application on a data base of its own, in Debian's Chromium.
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'

const port = Number(process.env.E2E_PORT ?? 4417)

/** A server on a data base of its own. */
const server = (at: number) => ({
  command: 'node scripts/run.mjs src/server/main.ts',
  url: `http://127.0.0.1:${at}/api/health`,
  env: { PORT: String(at), DATA_DIR: mkdtempSync(join(tmpdir(), 'warm-prelude-e2e-')) },
  reuseExistingServer: false,
})

export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  // Long enough for a machine that is busy with something else.
  timeout: 150_000,
  expect: { timeout: 20_000 },
  outputDir: 'test-results/browser',
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  // The second is for the test that empties its shelf.
  webServer: [server(port), server(port + 1)],
})
