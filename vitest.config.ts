import { defineConfig } from 'vitest/config'

// No test measures time: the limits only end what hangs, on machines that are slow for a while too.
export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['core/**/*.test.ts', 'web/**/*.test.ts', 'reader/**/*.test.ts', 'checks/**/*.test.ts'], environment: 'node', testTimeout: 30_000 } },
      { test: { name: 'api', include: ['server/**/*.test.ts', 'stand-ins/**/*.test.ts'], environment: 'node', testTimeout: 30_000 } },
      { test: { name: 'browser', include: ['e2e/**/*.test.ts'], environment: 'node', testTimeout: 300_000, hookTimeout: 300_000, expect: { poll: { timeout: 20_000 } }, fileParallelism: false, globalSetup: './e2e/world.ts' } },
    ],
  },
})
