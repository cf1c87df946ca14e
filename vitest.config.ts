import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['core/**/*.test.ts', 'web/**/*.test.ts', 'checks/**/*.test.ts'], environment: 'node' } },
      { test: { name: 'api', include: ['server/**/*.test.ts', 'stand-ins/**/*.test.ts'], environment: 'node', testTimeout: 30_000 } },
      { test: { name: 'browser', include: ['e2e/**/*.test.ts'], environment: 'node', testTimeout: 90_000, hookTimeout: 120_000, fileParallelism: false, globalSetup: './e2e/world.ts' } },
    ],
  },
})
