import { membersOf, type PictureSet, type SetMember } from '../../core/sets/picture-set.ts'
import type { DeletedSet, OpenSet, SetSummary, SetUse } from '../../core/wire/sets.ts'
import type { Db } from './open.ts'

/** What a set is in one of its states. */
interface SetContent {
  readonly name: string
  readonly pictures: readonly SetMember[]
}
interface SetRow {
  id: string
  name: string
  version: number
  state: number
}
interface MemberRow {
  id: string
  tags: string
  alt: string | null
  caption: string | null
  credit: string | null
}

/** So many states of a set can be gone back to. */
const STATES_KEPT = 200
/** Pictures that stand for a set in lists. */
const FIRST = 8

export type SetsTable = ReturnType<typeof setsTable>

/** Sets, their pictures and their states. Pictures that are deleted are left out, and come back with themselves. */
export function setsTable(db: Db) {
  const here = `JOIN pictures ON pictures.id = set_pictures.picture_id
    AND pictures.state = 'ready' AND pictures.deleted_at IS NULL`
  const byId = db.prepare<{ id: string }, SetRow>(
    'SELECT id, name, version, state FROM sets WHERE id = @id AND deleted_at IS NULL',
  )
  const writes = db.prepare<[], { n: number }>('SELECT total_changes() AS n')
  const members = db.prepare<{ id: string }, MemberRow>(`
    SELECT pictures.id, pictures.tags, set_pictures.alt, set_pictures.caption, set_pictures.credit
    FROM set_pictures ${here} WHERE set_id = @id ORDER BY position`)
  const insert = db.prepare(
    'INSERT INTO sets (id, name, version, created_at, changed_at) VALUES (@id, @name, 0, @now, @now)',
  )
  const update = db.prepare(`
    UPDATE sets SET name = @name, version = version + 1, state = @state,
      changed_at = CASE WHEN @seen THEN @now ELSE changed_at END
    WHERE id = @id`)
  // Those that lie in the bin keep their places, and come back to them.
  const clear = db.prepare(`
    DELETE FROM set_pictures
    WHERE set_id = @id AND picture_id NOT IN (SELECT id FROM pictures WHERE deleted_at IS NOT NULL)`)
  const add = db.prepare(`
    INSERT OR REPLACE INTO set_pictures (set_id, picture_id, position, alt, caption, credit)
    SELECT @id, pictures.id, @position, @alt, @caption, @credit FROM pictures WHERE pictures.id = @picture`)
  const forget = db.prepare(
    `DELETE FROM set_states WHERE set_id = @id AND (state >= @state OR state < @state - ${STATES_KEPT})`,
  )
  const keep = db.prepare('INSERT INTO set_states (set_id, state, did, content) VALUES (@id, @state, @did, @content)')
  const stateOf = db.prepare<{ id: string; state: number }, { did: string; content: string }>(
    'SELECT did, content FROM set_states WHERE set_id = @id AND state = @state',
  )
  const all = db.prepare<[], SetSummary & { first: never }>(`
    SELECT id, name, version,
      (SELECT count(*) FROM set_pictures ${here} WHERE set_id = sets.id) AS pictures,
      (SELECT count(*) FROM set_pictures ${here}
       WHERE set_id = sets.id AND COALESCE(set_pictures.alt, pictures.alt) = '') AS withoutAlt,
      (SELECT count(*) FROM sets_shown JOIN posts ON posts.id = post_id AND posts.deleted_at IS NULL
       WHERE set_id = sets.id) AS shownIn
    FROM sets WHERE deleted_at IS NULL ORDER BY changed_at DESC, id`)
  const first = db.prepare<{ id: string }, { id: string }>(`
    SELECT picture_id AS id FROM set_pictures ${here} WHERE set_id = @id ORDER BY position LIMIT ${FIRST}`)
  const uses = db.prepare<
    { id: string },
    { post: string; title: string; kinds: string; live: number; behind: number }
  >(`
    SELECT posts.id AS post, posts.title, kinds, COALESCE(publications.state = 'live', 0) AS live,
      COALESCE(publications.state = 'live' AND sets.changed_at > publications.at, 0) AS behind
    FROM sets_shown JOIN posts ON posts.id = sets_shown.post_id AND posts.deleted_at IS NULL
    JOIN sets ON sets.id = sets_shown.set_id
    LEFT JOIN publications ON publications.post_id = posts.id
    WHERE sets_shown.set_id = @id ORDER BY posts.saved_at DESC, posts.id`)
  const postsShowing = db.prepare<{ id: string }, { id: string }>(
    'SELECT post_id AS id FROM sets_shown WHERE set_id = @id',
  )
  const setDeleted = db.prepare('UPDATE sets SET deleted_at = @deletedAt WHERE id = @id')
  const deleted = db.prepare<[], DeletedSet>(`
    SELECT id, name, deleted_at AS deletedAt FROM sets WHERE deleted_at IS NOT NULL ORDER BY deleted_at DESC, id`)

  const member = ({ id, alt, caption, credit }: MemberRow): SetMember => ({
    id,
    ...(alt === null ? {} : { alt }),
    ...(caption === null ? {} : { caption }),
    ...(credit === null ? {} : { credit }),
  })
  /** What was read since anything was last written: many posts of one moment ask for the same sets. */
  const read = new Map<string, PictureSet | undefined>()
  let readAt = -1
  function find(id: string): PictureSet | undefined {
    const now = writes.get()!.n
    if (now !== readAt) read.clear()
    readAt = now
    if (!read.has(id)) read.set(id, readSet(id))
    return read.get(id)
  }
  function readSet(id: string): PictureSet | undefined {
    const row = byId.get({ id })
    return (
      row && {
        id,
        name: row.name,
        version: row.version,
        pictures: members.all({ id }).map((one) => ({ ...member(one), tags: JSON.parse(one.tags) as string[] })),
      }
    )
  }
  /** `seen`: its pictures are others than before, or otherwise; readers would see that. */
  function put(id: string, { name, pictures }: SetContent, at: { state: number; now: string; seen: boolean }): void {
    update.run({ id, name, state: at.state, now: at.now, seen: Number(at.seen) })
    if (!at.seen) return
    clear.run({ id })
    pictures.forEach(({ id: picture, alt, caption, credit }, position) =>
      add.run({ id, picture, position, alt: alt ?? null, caption: caption ?? null, credit: credit ?? null }),
    )
  }
  const contentOf = (set: PictureSet): SetContent => ({ name: set.name, pictures: membersOf(set) })

  return {
    find,
    create: db.transaction((id: string, content: SetContent, now: string): void => {
      insert.run({ id, name: content.name, now })
      keep.run({ id, state: 0, did: 'make the set', content: JSON.stringify(content) })
      put(id, content, { state: 0, now, seen: true })
    }),
    /** Changes the set over `version`; undefined where it is newer by now. */
    change: db.transaction(
      (id: string, version: number, change: Partial<SetContent> & { did: string }, now: string): true | undefined => {
        const before = find(id)
        const row = byId.get({ id })
        if (!before || !row || row.version !== version) return undefined
        const content = { ...contentOf(before), ...(change.name === undefined ? {} : { name: change.name }) }
        const next = { ...content, pictures: change.pictures ?? content.pictures }
        const state = row.state + 1
        forget.run({ id, state })
        keep.run({ id, state, did: change.did, content: JSON.stringify(next) })
        put(id, next, { state, now, seen: change.pictures !== undefined })
        return true
      },
    ),
    /** Undo or redo; false where there is nothing more. */
    step: db.transaction((id: string, by: -1 | 1, now: string): boolean => {
      const row = byId.get({ id })
      const to = row && stateOf.get({ id, state: row.state + by })
      if (!row || !to) return false
      put(id, JSON.parse(to.content) as SetContent, { state: row.state + by, now, seen: true })
      return true
    }),
    open(id: string): OpenSet | undefined {
      const set = find(id)
      const row = byId.get({ id })
      if (!set || !row) return undefined
      const { state } = row
      return {
        set,
        uses: uses.all({ id }).map(
          ({ kinds, live, behind: late, ...rest }): SetUse => ({
            ...rest,
            kinds: JSON.parse(kinds) as SetUse['kinds'],
            live: live === 1,
            behind: late === 1,
          }),
        ),
        undoes: stateOf.get({ id, state: state - 1 }) ? (stateOf.get({ id, state })?.did ?? null) : null,
        redoes: stateOf.get({ id, state: state + 1 })?.did ?? null,
      }
    },
    list: (): SetSummary[] =>
      all.all().map((row) => ({ ...row, first: first.all({ id: row.id }).map(({ id }) => id) })),
    /** Ids of the posts whose rows show it, deleted ones included. */
    postsShowing: (id: string): string[] => postsShowing.all({ id }).map((row) => row.id),
    /** Hides a set, or with null brings it back; false where there is none. */
    setDeleted: (id: string, deletedAt: string | null): boolean => setDeleted.run({ id, deletedAt }).changes > 0,
    listDeleted: (): DeletedSet[] => deleted.all(),
  }
}
