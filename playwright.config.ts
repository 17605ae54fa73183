// Browser tests: the built application in Debian's Chromium; e2e/served.ts gives each file a server of its own.
import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/made-once.ts',
  workers: 2,
  // Long enough for a machine that is busy with something else.
  timeout: 300_000,
  expect: { timeout: 20_000 },
  outputDir: 'test-results/browser',
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : 'list',
  use: {
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
})
