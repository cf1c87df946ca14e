import { deflateRawSync, inflateRawSync } from 'node:zlib'
import { plainText, rowsOf } from '../../core/post/body.ts'
import { parsePost, picturesShown, type PostContent } from '../../core/post/post.ts'
import type { Post, Publication, SaveAnswer, SavedState } from '../../core/wire/post.ts'
import type { Db } from './open.ts'

interface PostRow {
  id: string
  version: number
  content: string
  created_at: string
  saved_at: string
}

interface PublicationRow {
  state: Publication['state']
  version: number
  at: string
  first_live_at: string | null
  url: string
  address: string
}

const NEVER: Publication = { state: 'none', version: null, at: null, firstLiveAt: null, url: null, address: null }

export const wordCount = (content: PostContent): number =>
  content.body.content.reduce((sum, block) => sum + (plainText(block).match(/\S+/g)?.length ?? 0), 0)

export type PostsTable = ReturnType<typeof postsTable>

export function postsTable(db: Db) {
  const insert = db.prepare(`
    INSERT INTO posts (id, version, content, created_at, saved_at)
    VALUES (@id, 1, @content, @now, @now)`)
  const update = db.prepare(`
    UPDATE posts SET version = version + 1, content = @content, saved_at = @now
    WHERE id = @id AND version = @baseVersion AND deleted_at IS NULL`)
  const setDeleted = db.prepare('UPDATE posts SET deleted_at = @deletedAt WHERE id = @id')
  const byId = db.prepare<{ id: string }, PostRow>(`
    SELECT id, version, content, created_at, saved_at FROM posts WHERE id = @id AND deleted_at IS NULL`)
  const all = db.prepare<[], PostRow>(`
    SELECT id, version, content, created_at, saved_at FROM posts WHERE deleted_at IS NULL ORDER BY saved_at DESC, id`)
  const insertState = db.prepare(`
    INSERT INTO post_states (post_id, version, aside, saved_at, title, words, row_count, content)
    VALUES (@postId, @version, @aside, @now, @title, @words, @rowCount, @content)`)
  const states = db.prepare<{ postId: string }, Omit<SavedState, 'aside'> & { aside: 0 | 1 }>(`
    SELECT key, version, aside, saved_at AS savedAt, title, words, row_count AS rows
    FROM post_states WHERE post_id = @postId ORDER BY key DESC`)
  const stateByKey = db.prepare<{ postId: string; key: number }, { content: Buffer }>(`
    SELECT content FROM post_states WHERE post_id = @postId AND key = @key`)
  const stateByVersion = db.prepare<{ postId: string; version: number }, { content: Buffer }>(`
    SELECT content FROM post_states WHERE post_id = @postId AND version = @version AND aside = 0`)
  const clearShown = db.prepare('DELETE FROM pictures_shown WHERE post_id = @postId')
  const addShown = db.prepare('INSERT INTO pictures_shown (post_id, picture_id) VALUES (@postId, @pictureId)')
  const addArrival = db.prepare(`
    INSERT OR IGNORE INTO arrivals (post_id, picture_id) SELECT @postId, @pictureId FROM posts WHERE id = @postId`)
  const clearArrival = db.prepare('DELETE FROM arrivals WHERE post_id = @postId AND picture_id = @pictureId')
  const arrivals = db.prepare<{ postId: string }, { id: string }>(`
    SELECT pictures.id FROM arrivals JOIN pictures ON pictures.id = arrivals.picture_id
    WHERE post_id = @postId AND pictures.state = 'ready' ORDER BY pictures.added_at, pictures.id`)
  const publication = db.prepare<{ postId: string }, PublicationRow>(`
    SELECT state, version, at, first_live_at, url, address FROM publications WHERE post_id = @postId`)
  const putPublication = db.prepare(`
    INSERT INTO publications (post_id, state, version, at, first_live_at, url, address, pages_hash)
    VALUES (@postId, @state, @version, @at, @firstLiveAt, @url, @address, @pagesHash)
    ON CONFLICT (post_id) DO UPDATE SET
      state = excluded.state, version = excluded.version, at = excluded.at,
      first_live_at = excluded.first_live_at, url = excluded.url, address = excluded.address,
      pages_hash = excluded.pages_hash`)
  const pagesHash = db.prepare<{ postId: string }, { pages_hash: string | null }>(`
    SELECT pages_hash FROM publications WHERE post_id = @postId`)
  const live = db.prepare<[], PublicationRow & { post_id: string }>(`
    SELECT post_id, state, version, at, first_live_at, url, address
    FROM publications WHERE state = 'live' ORDER BY first_live_at DESC, post_id`)
  const addressOwner = db.prepare<{ address: string; postId: string }, { post_id: string }>(`
    SELECT post_id FROM publications WHERE address = @address AND state IN ('live', 'draft') AND post_id <> @postId`)

  const inflate = (content: Buffer): PostContent => parsePost(JSON.parse(inflateRawSync(content).toString('utf8')))

  function publicationOf(postId: string): Publication {
    const row = publication.get({ postId })
    if (!row) return NEVER
    const { first_live_at: firstLiveAt, ...rest } = row
    return { ...rest, firstLiveAt }
  }

  function keepState(postId: string, version: number, aside: boolean, content: PostContent, now: string): void {
    insertState.run({
      postId,
      version,
      aside: aside ? 1 : 0,
      now,
      title: content.title,
      words: wordCount(content),
      rowCount: rowsOf(content.body).length,
      content: deflateRawSync(JSON.stringify(content)),
    })
  }

  function noteShown(postId: string, content: PostContent): void {
    clearShown.run({ postId })
    for (const pictureId of picturesShown(content)) addShown.run({ postId, pictureId })
    for (const pictureId of content.tray) clearArrival.run({ postId, pictureId })
  }

  const value = (row: PostRow): Post => ({
    id: row.id,
    version: row.version,
    savedAt: row.saved_at,
    createdAt: row.created_at,
    content: parsePost(JSON.parse(row.content)),
    publication: publicationOf(row.id),
    arrived: arrivals.all({ postId: row.id }).map(({ id }) => id),
  })

  return {
    create: db.transaction((id: string, content: PostContent, now: string): void => {
      insert.run({ id, content: JSON.stringify(content), now })
      keepState(id, 1, false, content, now)
      noteShown(id, content)
    }),
    /**
     * Saves over `baseVersion`. A post that is newer by now is left alone, the refused state is kept aside, and
     * the answer is undefined. What is here already, word for word, is no refusal: it was saved by a request
     * whose answer was lost.
     */
    save: db.transaction(
      (id: string, baseVersion: number, content: PostContent, now: string): SaveAnswer | undefined => {
        const text = JSON.stringify(content)
        if (update.run({ id, baseVersion, content: text, now }).changes === 0) {
          const here = byId.get({ id })
          if (here?.content === text) return { version: here.version, savedAt: here.saved_at }
          keepState(id, baseVersion + 1, true, content, now)
          return undefined
        }
        keepState(id, baseVersion + 1, false, content, now)
        noteShown(id, content)
        return { version: baseVersion + 1, savedAt: now }
      },
    ),
    find(id: string): Post | undefined {
      const row = byId.get({ id })
      return row && value(row)
    },
    list: (): Post[] => all.all().map(value),
    setDeleted: (id: string, deletedAt: string | null): boolean => setDeleted.run({ id, deletedAt }).changes > 0,
    states: (postId: string): SavedState[] => states.all({ postId }).map((row) => ({ ...row, aside: row.aside === 1 })),
    findState(postId: string, key: number): PostContent | undefined {
      const row = stateByKey.get({ postId, key })
      return row && inflate(row.content)
    },
    findVersion(postId: string, version: number): PostContent | undefined {
      const row = stateByVersion.get({ postId, version })
      return row && inflate(row.content)
    },
    addArrival: (postId: string, pictureId: string): void => void addArrival.run({ postId, pictureId }),
    publicationOf,
    /** `pagesHash` tells the pages that were sent from any others; null where none are there. */
    putPublication: (postId: string, publication: Publication, pagesHash: string | null): void =>
      void putPublication.run({ postId, ...publication, pagesHash }),
    pagesHashOf: (postId: string): string | null => pagesHash.get({ postId })?.pages_hash ?? null,
    listLive: (): { postId: string; version: number; firstLiveAt: string; address: string }[] =>
      live.all().map((row) => ({
        postId: row.post_id,
        version: row.version,
        firstLiveAt: row.first_live_at ?? row.at,
        address: row.address,
      })),
    addressTaken: (address: string, postId: string): boolean => addressOwner.get({ address, postId }) !== undefined,
  }
}
