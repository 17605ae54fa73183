// Unit tests: everything beside the code it speaks of.
import { defineConfig } from 'vitest/config'

const common = { environment: 'node' as const, testTimeout: 60_000 }

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      // The core keeps nothing from one test to the next, so that its files share what they import.
      { test: { ...common, name: 'core', include: ['src/core/**/*.test.ts'], isolate: false } },
      { test: { ...common, name: 'rest', include: ['src/**/*.test.{ts,tsx}'], exclude: ['src/core/**'] } },
    ],
  },
})
