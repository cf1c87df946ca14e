import { parsePost, type PostContent } from '../../core/post/post.ts'
import type { Post, SaveAnswer } from '../../core/wire/post.ts'
import { bodyFollowing, setsShown } from '../../core/sets/follow.ts'
import type { Db } from './open.ts'
import type { PostSummaries } from './post-summaries.ts'
import type { PublicationsTable } from './publications-table.ts'
import type { PictureSet } from '../../core/sets/picture-set.ts'
import type { SetsTable } from './sets-table.ts'
import type { StateToKeep, StatesTable } from './states-table.ts'

interface PostRow {
  id: string
  version: number
  content: string
  created_at: string
  saved_at: string
}

/** A post's old states are looked through for thinning each time it has been saved so often. */
const THINNED_EVERY = 20

interface PostsTableDeps {
  readonly states: StatesTable
  readonly summaries: PostSummaries
  readonly publications: PublicationsTable
  readonly sets: Pick<SetsTable, 'find'>
}

export type PostsTable = ReturnType<typeof postsTable>

export function postsTable(db: Db, { states, summaries, publications, sets }: PostsTableDeps) {
  const insert = db.prepare(`
    INSERT INTO posts (id, version, created_at, saved_at) VALUES (@id, 1, @now, @now)`)
  const putContent = db.prepare(`
    INSERT INTO post_contents (post_id, content) VALUES (@id, @text)
    ON CONFLICT (post_id) DO UPDATE SET content = excluded.content`)
  const update = db.prepare(`
    UPDATE posts SET version = version + 1, saved_at = @now
    WHERE id = @id AND version = @baseVersion AND deleted_at IS NULL`)
  const setDeleted = db.prepare('UPDATE posts SET deleted_at = @deletedAt WHERE id = @id')
  const byId = db.prepare<{ id: string }, PostRow>(`
    SELECT id, version, content, created_at, saved_at
    FROM posts JOIN post_contents ON post_id = id WHERE id = @id AND deleted_at IS NULL`)
  const head = db.prepare<{ id: string }, { version: number }>(
    'SELECT version FROM posts WHERE id = @id AND deleted_at IS NULL',
  )
  const ids = db.prepare<[], { id: string }>('SELECT id FROM posts WHERE deleted_at IS NULL ORDER BY saved_at DESC, id')
  const byTitles = db.prepare<{ titles: string }, { title: string; id: string }>(`
    SELECT title, id FROM posts
    WHERE deleted_at IS NULL AND title IN (SELECT value FROM json_each(@titles)) GROUP BY title`)
  const contentOf = db.prepare<{ id: string }, { content: string }>(
    'SELECT content FROM post_contents WHERE post_id = @id',
  )
  const addArrival = db.prepare(`
    INSERT OR IGNORE INTO arrivals (post_id, picture_id) SELECT @postId, @pictureId FROM posts WHERE id = @postId`)
  const clearArrivals = db.prepare(`
    DELETE FROM arrivals WHERE post_id = @postId AND picture_id IN (SELECT value FROM json_each(@tray))`)
  const arrivals = db.prepare<{ postId: string }, { id: string }>(`
    SELECT pictures.id FROM arrivals JOIN pictures ON pictures.id = arrivals.picture_id
    WHERE post_id = @postId AND pictures.state = 'ready' ORDER BY pictures.number`)

  /** The content with every row that shows a set as the set is now. */
  function upToDate(content: PostContent, known = new Map<string, PictureSet | undefined>()): PostContent {
    const shown = setsShown(content.body)
    if (shown.length === 0) return content
    for (const id of shown) if (!known.has(id)) known.set(id, sets.find(id))
    const body = bodyFollowing(content.body, (id) => known.get(id))
    return body === content.body ? content : { ...content, body }
  }

  function put(state: StateToKeep): void {
    const { postId, content, text } = state
    putContent.run({ id: postId, text })
    states.keep(state)
    summaries.note(postId, upToDate(content))
    clearArrivals.run({ postId, tray: JSON.stringify(content.tray) })
  }

  return {
    create: db.transaction((id: string, content: PostContent, now: string): void => {
      insert.run({ id, now })
      put({ postId: id, version: 1, aside: false, content, text: JSON.stringify(content), now })
    }),
    /**
     * Saves over `baseVersion`. A post that is newer by now is left alone, the refused state is kept aside, and
     * the answer is undefined. What is here already, or was saved over that very version, word for word, is no
     * refusal: it was saved by a request whose answer was lost.
     */
    save: db.transaction(
      (id: string, baseVersion: number, content: PostContent, now: string): SaveAnswer | undefined => {
        const text = JSON.stringify(content)
        const state = { postId: id, version: baseVersion + 1, content, text, now }
        if (update.run({ id, baseVersion, now }).changes === 0) {
          const here = byId.get({ id })
          if (here?.content === text) return { version: here.version, savedAt: here.saved_at }
          const before = states.savedAs(state)
          if (here && before) return { version: state.version, savedAt: before, newer: true }
          states.keep({ ...state, aside: true })
          return undefined
        }
        put({ ...state, aside: false })
        if ((baseVersion + 1) % THINNED_EVERY === 0) states.thin(id, now)
        return { version: baseVersion + 1, savedAt: now }
      },
    ),
    /** Keeps a text among the saved states, beside the line of versions. */
    setAside: db.transaction((id: string, content: PostContent, now: string): void => {
      const { version } = head.get({ id })!
      states.keep({ postId: id, version, aside: true, content, text: JSON.stringify(content), now })
    }),
    has: (id: string): boolean => head.get({ id }) !== undefined,
    find(id: string): Post | undefined {
      const row = byId.get({ id })
      return (
        row && {
          id: row.id,
          version: row.version,
          savedAt: row.saved_at,
          createdAt: row.created_at,
          content: upToDate(parsePost(JSON.parse(row.content))),
          publication: publications.of(row.id),
          arrived: arrivals.all({ postId: row.id }).map(({ id: picture }) => picture),
        }
      )
    },
    upToDate: (content: PostContent): PostContent => upToDate(content),
    /** What lists tell of these is worked out anew, as where a set that they show has changed. */
    renote(ids: readonly string[]): void {
      const known = new Map<string, PictureSet | undefined>()
      for (const id of ids) {
        const row = contentOf.get({ id })
        if (row) summaries.note(id, upToDate(parsePost(JSON.parse(row.content)), known))
      }
    },
    /** Of each of these titles that posts have, one post. */
    ofTitles: (titles: readonly string[]): { title: string; id: string }[] =>
      byTitles.all({ titles: JSON.stringify(titles) }),
    /** Ids of all posts, for work that walks them one by one. */
    ids: (): string[] => ids.all().map(({ id }) => id),
    setDeleted: (id: string, deletedAt: string | null): boolean => setDeleted.run({ id, deletedAt }).changes > 0,
    addArrival: (postId: string, pictureId: string): void => void addArrival.run({ postId, pictureId }),
  }
}
