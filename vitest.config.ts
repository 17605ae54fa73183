// Unit tests: everything beside the code it speaks of.
import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: { include: ['src/**/*.test.{ts,tsx}'], environment: 'node', testTimeout: 60_000, maxWorkers: 2 },
})
