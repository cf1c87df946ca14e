import { defineConfig } from 'vitest/config'

/** Journeys wait more than they work: two side by side, each in a world of its own, keep two cores busy. */
const WORKERS = 2

// No test measures time: the limits only end what hangs, on machines that are slow for a while too.
export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['core/**/*.test.ts', 'web/**/*.test.ts', 'reader/**/*.test.ts', 'checks/**/*.test.ts'],
          environment: 'node',
          maxWorkers: WORKERS,
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['server/**/*.test.ts', 'stand-ins/**/*.test.ts'],
          environment: 'node',
          maxWorkers: WORKERS,
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['e2e/**/*.test.ts'],
          environment: 'node',
          testTimeout: 300_000,
          hookTimeout: 300_000,
          expect: { poll: { timeout: 20_000 } },
          maxWorkers: WORKERS,
          sequence: { groupOrder: 1 },
          globalSetup: './e2e/world.ts',
        },
      },
    ],
  },
})
