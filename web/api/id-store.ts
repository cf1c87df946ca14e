/**
 * What this window knows of pictures, or of sets, each by its id. Whoever shows one wants it here; what is wanted at the
 * same moment is asked for together. Knows no screen.
 */
export interface IdStore<T extends { readonly id: string }> {
  /** null: there is none (any more); undefined: not known yet */
  readonly get: (id: string) => T | null | undefined
  /** Sees to it that these are known, and not from longer than `maxAge` ms ago. */
  readonly want: (ids: readonly string[], maxAge?: number) => void
  /** Takes note of those that came another way: brought in, changed; or found, asked for when the store had the version `since`. */
  readonly put: (list: readonly T[], since?: number) => void
  /** It is deleted. */
  readonly remove: (id: string) => void
  /** why the last request failed; undefined once one is answered */
  readonly fault: () => unknown
  readonly subscribe: (listener: () => void) => () => void
  /** changes with everything that is known */
  readonly version: () => number
}

interface Known<T> {
  readonly one: T | null
  readonly at: number
  /** which of all things noted here it was */
  readonly version: number
}

const AGAIN_AFTER_MS = 3_000

/** So many are asked for in one request. */
const AT_ONCE = 500

export function createIdStore<T extends { readonly id: string }>(
  fetchByIds: (ids: readonly string[]) => Promise<readonly T[]>,
  now: () => number = Date.now,
): IdStore<T> {
  const known = new Map<string, Known<T>>()
  const wanted = new Set<string>()
  const asked = new Set<string>()
  const listeners = new Set<() => void>()
  let version = 0
  let gathering = false
  let fault: unknown

  function note(list: Iterable<readonly [string, T | null]>): void {
    for (const [id, one] of list) {
      const before = known.get(id)?.one
      // The very same words again leave it the object it is: what was worked out from it stands.
      const same = before && one && JSON.stringify(before) === JSON.stringify(one)
      known.set(id, { one: same ? before : one, at: now(), version: version + 1 })
    }
    tell()
  }
  function tell(): void {
    version++
    for (const listener of listeners) listener()
  }

  /** Whether nothing of it came since then: what came another way meanwhile is newer than an answer. */
  const isAsItWas = (id: string, since: number) => (known.get(id)?.version ?? 0) <= since

  async function ask(ids: readonly string[]): Promise<void> {
    for (const id of ids) asked.add(id)
    const since = version
    try {
      const found = new Map((await fetchByIds(ids)).map((one) => [one.id, one]))
      fault = undefined
      note(ids.filter((id) => isAsItWas(id, since)).map((id) => [id, found.get(id) ?? null] as const))
    } catch (error) {
      fault = error
      tell()
      // The server is away: those that are still unknown are asked for again.
      const unknown = ids.filter((id) => !known.has(id))
      if (unknown.length) setTimeout(() => want(unknown), AGAIN_AFTER_MS)
    } finally {
      for (const id of ids) asked.delete(id)
    }
  }

  function askWanted(): void {
    gathering = false
    const ids = [...wanted]
    wanted.clear()
    for (let from = 0; from < ids.length; from += AT_ONCE) void ask(ids.slice(from, from + AT_ONCE))
  }

  function want(ids: readonly string[], maxAge = Infinity): void {
    for (const id of ids) {
      const here = known.get(id)
      if (!asked.has(id) && (!here || now() - here.at > maxAge)) wanted.add(id)
    }
    if (wanted.size === 0 || gathering) return
    gathering = true
    queueMicrotask(askWanted)
  }

  return {
    get: (id) => known.get(id)?.one,
    want,
    put: (list, since = Infinity) =>
      note(list.filter(({ id }) => isAsItWas(id, since)).map((one) => [one.id, one] as const)),
    remove: (id) => note([[id, null]]),
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    fault: () => fault,
    version: () => version,
  }
}
