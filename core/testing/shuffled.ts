/** The numbers from 0 to n − 1 in an order that only `random` (0 to 1) decides. */
export function shuffled(n: number, random: () => number): number[] {
  const order = Array.from({ length: n }, (_, i) => i)
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    const own = order[i]!
    order[i] = order[j]!
    order[j] = own
  }
  return order
}
