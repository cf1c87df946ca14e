import type { Picture } from '../../core/wire/picture.ts'
import { PICTURES_AT_ONCE } from '../../core/wire/picture-search.ts'

/**
 * What this window knows of pictures, each by its id. Whoever shows a picture wants it here; what is wanted at the
 * same moment is asked for together. Knows no screen.
 */
export interface PictureStore {
  /** null: there is none (any more); undefined: not known yet */
  readonly get: (id: string) => Picture | null | undefined
  /** Sees to it that these are known, and not from longer than `maxAge` ms ago. */
  readonly want: (ids: readonly string[], maxAge?: number) => void
  /** Takes note of pictures that came another way: found, brought in, changed. */
  readonly put: (pictures: readonly Picture[]) => void
  /** The picture is deleted. */
  readonly remove: (id: string) => void
  readonly subscribe: (listener: () => void) => () => void
  /** changes with everything that is known */
  readonly version: () => number
}

interface Known {
  readonly picture: Picture | null
  readonly at: number
}

const AGAIN_AFTER_MS = 3_000

export function createPictureStore(
  fetchByIds: (ids: readonly string[]) => Promise<readonly Picture[]>,
  now: () => number = Date.now,
): PictureStore {
  const known = new Map<string, Known>()
  const wanted = new Set<string>()
  const asked = new Set<string>()
  const listeners = new Set<() => void>()
  let version = 0
  let gathering = false

  function note(pictures: Iterable<readonly [string, Picture | null]>): void {
    for (const [id, picture] of pictures) {
      const before = known.get(id)?.picture
      // The very same words again leave the picture the object it is: what was worked out from it stands.
      const same = before && picture && JSON.stringify(before) === JSON.stringify(picture)
      known.set(id, { picture: same ? before : picture, at: now() })
    }
    version++
    for (const listener of listeners) listener()
  }

  async function ask(ids: readonly string[]): Promise<void> {
    for (const id of ids) asked.add(id)
    try {
      const found = new Map((await fetchByIds(ids)).map((picture) => [picture.id, picture]))
      note(ids.map((id) => [id, found.get(id) ?? null] as const))
    } catch {
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
    for (let from = 0; from < ids.length; from += PICTURES_AT_ONCE) void ask(ids.slice(from, from + PICTURES_AT_ONCE))
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
    get: (id) => known.get(id)?.picture,
    want,
    put: (pictures) => note(pictures.map((picture) => [picture.id, picture] as const)),
    remove: (id) => note([[id, null]]),
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    version: () => version,
  }
}
