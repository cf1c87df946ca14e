import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from 'react'
import { Refused } from '../api/client.ts'
import { Button } from './button.tsx'

interface Notice {
  readonly key: number
  readonly text: string
  readonly next?: string
  readonly bad: boolean
  readonly undo?: () => void
  /** it is under way, and can be stopped */
  readonly stop?: () => void
}

/** Something that is under way, and said so. */
interface Working {
  readonly tell: (text: string) => void
  readonly over: () => void
}

interface Notices {
  /** Says what was done; `undo` offers the way back. */
  say: (text: string, undo?: () => void) => void
  /** Says what was refused, why, and what next. */
  refuse: (error: unknown) => void
  /** Says what is under way until it is over; with a way to stop it, if there is one. */
  working: (text: string, stop?: () => void) => Working
}

const Context = createContext<Notices | null>(null)
const SHOWN_MS = 9000

export function NoticesProvider({ children }: { children: ReactNode }) {
  const [notices, setNotices] = useState<readonly Notice[]>([])
  const key = useRef(0)
  const drop = useCallback((gone: number) => setNotices((all) => all.filter((notice) => notice.key !== gone)), [])
  const keep = useCallback((notice: Omit<Notice, 'key'>) => {
    const own = ++key.current
    setNotices((all) => [...all.slice(-3), { ...notice, key: own }])
    return own
  }, [])
  const add = useCallback(
    (notice: Omit<Notice, 'key'>) => {
      const own = keep(notice)
      setTimeout(() => drop(own), SHOWN_MS)
    },
    [drop, keep],
  )
  const value = useMemo<Notices>(
    () => ({
      say: (text, undo) => add({ text, bad: false, ...(undo ? { undo } : {}) }),
      refuse: (error) => {
        const problem =
          error instanceof Refused ? error.problem : { message: error instanceof Error ? error.message : String(error) }
        add({ text: problem.message, bad: true, ...('next' in problem && problem.next ? { next: problem.next } : {}) })
      },
      working: (first, stop) => {
        const own = keep({ text: first, bad: false, ...(stop ? { stop } : {}) })
        const tell = (text: string) =>
          setNotices((all) => all.map((notice) => (notice.key === own ? { ...notice, text } : notice)))
        return { tell, over: () => drop(own) }
      },
    }),
    [add, drop, keep],
  )
  return (
    <Context.Provider value={value}>
      {children}
      <div
        role="status"
        // Told from behind a dialog too.
        aria-live="polite"
        data-notices
        className="pointer-events-none fixed bottom-4 left-1/2 z-[60] flex w-[min(560px,calc(100vw-24px))] -translate-x-1/2 flex-col gap-2"
      >
        {notices.map((notice) => (
          <div
            key={notice.key}
            className={`pointer-events-auto flex items-center gap-3 border bg-paper px-4 py-2.5 shadow-[0_6px_24px_rgb(29_27_24/0.25)] ${notice.bad ? 'border-l-4 border-ruby' : 'border-ink'}`}
          >
            <p className="flex-1">
              {notice.text} {notice.next && <span className="text-soft">{notice.next}</span>}
            </p>
            {notice.undo && (
              <Button
                small
                onClick={() => {
                  notice.undo?.()
                  drop(notice.key)
                }}
              >
                Undo
              </Button>
            )}
            {notice.stop ? (
              <Button small onClick={notice.stop}>
                Stop
              </Button>
            ) : (
              <button type="button" className="text-soft hover:text-ink" onClick={() => drop(notice.key)}>
                Close
              </button>
            )}
          </div>
        ))}
      </div>
    </Context.Provider>
  )
}

export function useNotices(): Notices {
  const notices = useContext(Context)
  if (!notices) throw new Error('useNotices: expected a NoticesProvider above')
  return notices
}
