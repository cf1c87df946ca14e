import { killRounds } from '../e2e/kills.ts'

/** `npm run kill -- 200 7`: so many rounds, by this seed. */
const [rounds = 200, seed = Date.now() % 1_000_000] = process.argv.slice(2).map(Number)
console.log(`${rounds} rounds, seed ${seed}`)
await killRounds({ rounds, seed, tell: console.log })
