import { defineConfig } from 'vitest/config'

/** Journeys wait more than they work: two side by side, each in a world of its own, keep two cores busy. */
const WORKERS = 2

/** Browser tests in a window of this size. */
const journeys = (name: string, window: string, order: number, exclude: string[]) => ({
  test: {
    name,
    include: ['e2e/**/*.test.ts'],
    exclude,
    environment: 'node' as const,
    env: { SETROW_WINDOW: window },
    testTimeout: 300_000,
    hookTimeout: 300_000,
    expect: { poll: { timeout: 20_000 } },
    maxWorkers: WORKERS,
    sequence: { groupOrder: order },
    globalSetup: './e2e/world.ts',
  },
})
/** What measures published pages, kills or goes by windows of its own is the same in every window of the interface. */
const IN_ANY_WINDOW = [
  'by-finger',
  'captions-*',
  'coming-back',
  'exact-rows',
  'in-every-window',
  'in-other-languages',
  'kill*',
  'lines-of-words',
  'list-sizes',
  'long-work',
  'on-paper',
  'slides-of-posts',
  'the-board-seen-whole',
  'the-blogs-own-font',
  'waits',
  'what-readers-*',
].map((name) => `e2e/${name}.test.ts`)

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
          testTimeout: 300_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['server/**/*.test.ts', 'stand-ins/**/*.test.ts'],
          environment: 'node',
          maxWorkers: WORKERS,
          testTimeout: 300_000,
        },
      },
      journeys('browser', '1280x800', 1, []),
      journeys('narrow', '1024x768', 2, IN_ANY_WINDOW),
    ],
  },
})
