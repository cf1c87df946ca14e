import { expect, it } from 'vitest'
import { killRounds } from './kills.ts'

it('twenty kills in the middle of intake, saving and publishing lose nothing that was answered', async () => {
  const lines: string[] = []
  const seed = Date.now() % 1_000_000
  await killRounds({ rounds: 20, seed, tell: (line) => lines.push(line), mostMs: 480_000 }).catch((error: Error) => {
    throw new Error(`seed ${seed}: ${error.message}\n${lines.join('\n')}`)
  })
  expect(lines.at(-1)).toContain('All is whole.')
}, 600_000)
