/** Lets work run side by side as long as the memory that it says it needs fits in; work larger than all of it runs alone. */
export interface MemoryBudget {
  /** The work may give its memory back before it ends. */
  readonly use: <T>(bytes: number, work: (giveBack: () => void) => Promise<T>) => Promise<T>
}

export function memoryBudget(most: number): MemoryBudget {
  let used = 0
  const waiting: { readonly bytes: number; readonly start: () => void }[] = []

  /** In the order of asking, so that what is large has its turn too. */
  function next(): void {
    while (waiting[0] && used + waiting[0].bytes <= most) {
      const { bytes, start } = waiting.shift()!
      used += bytes
      start()
    }
  }

  return {
    async use(bytes, work) {
      const share = Math.min(bytes, most)
      await new Promise<void>((start) => {
        waiting.push({ bytes: share, start })
        next()
      })
      let held = true
      const giveBack = () => {
        if (held) used -= share
        held = false
        next()
      }
      try {
        return await work(giveBack)
      } finally {
        giveBack()
      }
    },
  }
}
