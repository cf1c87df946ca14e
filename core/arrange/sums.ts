/** What all before each place add up to, and all at the end. `sums([1, 2])` is 0, 1, 3. */
export function sums(list: readonly number[]): number[] {
  const all = [0]
  for (const one of list) all.push(all.at(-1)! + one)
  return all
}
