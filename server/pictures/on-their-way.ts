/** Pictures of which files are still on their way to the disk: a slow one is not run ahead of without end. */
const MOST = 8

export type OnTheirWay = ReturnType<typeof onTheirWay>

/** What is made and is still to be written, while the next picture is worked on. */
export function onTheirWay() {
  const all = new Set<Promise<unknown>>()
  return {
    /** As the work ends. */
    async settled<T>(work: Promise<T>): Promise<T> {
      all.add(work)
      try {
        return await work
      } finally {
        all.delete(work)
      }
    },
    /** Waits while there is too much of it. */
    async notTooMany(): Promise<void> {
      while (all.size >= MOST) await Promise.race([...all].map((work) => work.catch(() => undefined)))
    },
  }
}
