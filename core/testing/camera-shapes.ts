/** Numbers from 0 to 1, the same for the same seed. Source: mulberry32, a public-domain generator. */
export function seededRandom(seed: number): () => number {
  let state = (seed + 0x6d2b79f5) | 0
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

/** Aspects as cameras make them: 60 % 3:2, 15 % 2:3, 10 % 4:3, 5 % each 16:9, 1:1 and 3:4. */
export function cameraShapes(n: number, seed: number): number[] {
  const random = seededRandom(seed)
  return Array.from({ length: n }, () => {
    const share = random()
    if (share < 0.6) return 3 / 2
    if (share < 0.75) return 2 / 3
    if (share < 0.85) return 4 / 3
    return share < 0.9 ? 16 / 9 : share < 0.95 ? 1 : 3 / 4
  })
}

/** As cameras make them, with panoramas 3:1, towers 1:2.6 and squares mixed in: three in ten. */
export function mixedShapes(n: number, seed: number): number[] {
  const random = seededRandom(seed + 9_000)
  return cameraShapes(n, seed).map((aspect) => {
    const share = random()
    return share < 0.1 ? 3 : share < 0.2 ? 1 / 2.6 : share < 0.3 ? 1 : aspect
  })
}

/** Every shape that intake admits, 1 : 1000 to 1000 : 1, evenly in log aspect. */
export function extremeShapes(n: number, seed: number): number[] {
  const random = seededRandom(seed + 19_000)
  return Array.from({ length: n }, () => Math.exp((2 * random() - 1) * Math.log(1000)))
}

/** No two alike, 1 : 3 to 3 : 1, evenly in log aspect. */
export function differentShapes(n: number, seed: number): number[] {
  const random = seededRandom(seed + 29_000)
  return Array.from({ length: n }, () => Math.exp((2 * random() - 1) * Math.log(3)))
}
