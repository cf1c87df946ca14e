import { useEffect } from 'react'
import { count } from '../../ui/words.ts'
import type { Arrivals } from './arrivals.ts'
import type { FileSender } from './file-sender.ts'
import { keepUnsent, leftUnsent } from './unsent.ts'

/** What is still to be sent is written down this often. */
const KEPT_EVERY_MS = 1000
const NAMED = 5

/** Says what windows that were closed had not sent, and writes down what this one has not. */
export function useUnsent(arrivals: Arrivals, sender: FileSender): void {
  useEffect(() => {
    let kept = false
    let most = 0
    const keep = () => {
      const names = sender.unsent()
      most = names.length === 0 ? 0 : Math.max(most, names.length)
      if (names.length > 0 || kept) void keepUnsent({ names, all: most })
      kept = names.length > 0
    }
    const timer = setInterval(keep, KEPT_EVERY_MS)
    const leave = (event: BeforeUnloadEvent) => {
      keep()
      if (sender.unsent().length > 0) event.preventDefault()
    }
    window.addEventListener('beforeunload', leave)
    return () => {
      clearInterval(timer)
      window.removeEventListener('beforeunload', leave)
    }
  }, [sender])

  useEffect(() => {
    void leftUnsent().then((left) => {
      for (const { window: name, names, all } of left) {
        const more = names.length - NAMED
        const named = names.slice(0, NAMED).join(', ') + (more > 0 ? ` and ${more} more` : '')
        arrivals.note({
          key: `unsent:${name}`,
          words: `${names.length} of ${count(all, 'file')} had not been sent when their window was closed: ${named}. Choose them again; what is here already is recognised.`,
          poor: true,
        })
      }
    })
  }, [arrivals])
}
