/**
 * Which window this is, and which others are open. Each window keeps its own draft of a post; what a closed one left
 * can be found and offered. The name outlives a reload, and a lock that the browser lets go of with the window says
 * that it is open.
 */
export interface DraftWindows {
  readonly own: () => Promise<string>
  /** names of all windows that are open now, this one among them */
  readonly open: () => Promise<ReadonlySet<string>>
}

const NAME = 'set-row-window'
const LOCK = 'set-row-window:'
/** A reload lets go of the lock in the moment in which it is asked for again. */
const PATIENCE_MS = 400

export function draftWindows(): DraftWindows {
  let name: Promise<string> | undefined
  const own = () => (name ??= claimName())
  return {
    own,
    async open() {
      const { held = [] } = 'locks' in navigator ? await navigator.locks.query() : {}
      const names = held.flatMap(({ name: lock }) => (lock?.startsWith(LOCK) ? [lock.slice(LOCK.length)] : []))
      return new Set([await own(), ...names])
    },
  }
}

/** The windows of this browser, for everything that is kept by window. */
export const ownWindows = draftWindows()

/** The name from before a reload; a window that was made as a copy of another finds that name taken, and gets its own. */
async function claimName(): Promise<string> {
  const before = sessionStorage.getItem(NAME)
  if (before !== null && (await hold(before, AbortSignal.timeout(PATIENCE_MS)))) return before
  const name = crypto.randomUUID()
  sessionStorage.setItem(NAME, name)
  await hold(name)
  return name
}

/** Holds the lock for as long as the window is there; false where another window has it. */
function hold(name: string, signal?: AbortSignal): Promise<boolean> {
  if (!('locks' in navigator)) return Promise.resolve(true)
  return new Promise((resolve) => {
    const held = () => {
      resolve(true)
      return new Promise<never>(() => {})
    }
    navigator.locks.request(LOCK + name, signal ? { signal } : {}, held).catch(() => resolve(false))
  })
}
