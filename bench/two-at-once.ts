const AT_ONCE = 2

/** Works through a list, two at a time, as intake does; seconds. */
export async function twoAtOnce<T>(
  list: readonly T[],
  work: (one: T, place: number) => Promise<unknown>,
): Promise<number> {
  const started = performance.now()
  let next = 0
  const worker = async () => {
    while (next < list.length) {
      const place = next++
      await work(list[place]!, place)
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, worker))
  return (performance.now() - started) / 1000
}
