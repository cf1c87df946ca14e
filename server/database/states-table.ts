import { deflateRawSync, inflateRawSync } from 'node:zlib'
import { parsePost, type PostContent } from '../../core/post/post.ts'
import type { SavedState } from '../../core/wire/post.ts'
import type { Db } from './open.ts'
import { rowCount, wordCount } from './post-summaries.ts'

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS
/**
 * How long every so many states are kept: all of a day, then the last of each hour for a week, of each day for two
 * months, of each week from then on.
 */
const KEPT: readonly { readonly untilAge: number; readonly oneIn: number }[] = [
  { untilAge: DAY_MS, oneIn: 0 },
  { untilAge: 7 * DAY_MS, oneIn: HOUR_MS },
  { untilAge: 60 * DAY_MS, oneIn: DAY_MS },
  { untilAge: Infinity, oneIn: 7 * DAY_MS },
]

/** Always the same bytes for the same text. */
const packed = (text: string): Buffer => deflateRawSync(text, { level: 1 })

export interface StateToKeep {
  readonly postId: string
  readonly version: number
  /** it was refused, and is kept beside the others */
  readonly aside: boolean
  readonly content: PostContent
  /** its JSON */
  readonly text: string
  readonly now: string
}

/** Which of these states, newest first, age has made one too many. Keys of states that may go. O(states). */
export function thinned(states: readonly { readonly key: number; readonly savedAt: string }[], now: number): number[] {
  const met = new Set<string>()
  return states
    .filter(({ savedAt }, i) => {
      const at = Date.parse(savedAt)
      const { oneIn } = KEPT.find(({ untilAge }) => now - at < untilAge)!
      if (oneIn === 0) return false
      const slot = `${oneIn}:${Math.floor(at / oneIn)}`
      const another = met.has(slot)
      met.add(slot)
      // The newest is what the post is.
      return another && i > 0
    })
    .map(({ key }) => key)
}

export type StatesTable = ReturnType<typeof statesTable>

/** Every saved state of a post, thinned with age; those refused or set aside, and those published, stay. */
export function statesTable(db: Db) {
  const insert = db.prepare(`
    INSERT INTO post_states (post_id, version, aside, saved_at, title, words, row_count, content)
    VALUES (@postId, @version, @aside, @now, @title, @words, @rowCount, @content)`)
  const all = db.prepare<{ postId: string }, Omit<SavedState, 'aside'> & { aside: 0 | 1 }>(`
    SELECT key, version, aside, saved_at AS savedAt, title, words, row_count AS rows
    FROM post_states WHERE post_id = @postId ORDER BY key DESC`)
  const byKey = db.prepare<{ postId: string; key: number }, { content: Buffer }>(`
    SELECT content FROM post_states WHERE post_id = @postId AND key = @key`)
  const byVersion = db.prepare<{ postId: string; version: number }, { content: Buffer }>(`
    SELECT content FROM post_states WHERE post_id = @postId AND version = @version AND aside = 0`)
  const isAside = db.prepare<{ postId: string; content: Buffer }, { key: number }>(`
    SELECT key FROM post_states WHERE post_id = @postId AND aside = 1 AND content = @content`)
  const ofVersion = db.prepare<{ postId: string; version: number; content: Buffer }, { savedAt: string }>(`
    SELECT saved_at AS savedAt FROM post_states
    WHERE post_id = @postId AND version = @version AND aside = 0 AND content = @content`)
  const setPublished = db.prepare(`
    UPDATE post_states SET published = 1 WHERE post_id = @postId AND version = @version AND aside = 0`)
  const thinnable = db.prepare<{ postId: string }, { key: number; savedAt: string }>(`
    SELECT key, saved_at AS savedAt FROM post_states
    WHERE post_id = @postId AND aside = 0 AND published = 0 ORDER BY key DESC`)
  const remove = db.prepare('DELETE FROM post_states WHERE key = @key')

  const inflate = (row: { content: Buffer } | undefined): PostContent | undefined =>
    row && parsePost(JSON.parse(inflateRawSync(row.content).toString('utf8')))

  return {
    /** A text that is aside already, word for word, is not kept twice: its request came again. */
    keep({ postId, version, aside, content, text, now }: StateToKeep): void {
      const bytes = packed(text)
      if (aside && isAside.get({ postId, content: bytes })) return
      insert.run({
        postId,
        version,
        aside: aside ? 1 : 0,
        now,
        title: content.title,
        words: wordCount(content),
        rowCount: rowCount(content),
        content: bytes,
      })
    },
    /** When this text was saved as this version; undefined where that was another text. */
    savedAs: ({ postId, version, text }: Pick<StateToKeep, 'postId' | 'version' | 'text'>): string | undefined =>
      ofVersion.get({ postId, version, content: packed(text) })?.savedAt,
    list: (postId: string): SavedState[] => all.all({ postId }).map((row) => ({ ...row, aside: row.aside === 1 })),
    find: (postId: string, key: number): PostContent | undefined => inflate(byKey.get({ postId, key })),
    findVersion: (postId: string, version: number): PostContent | undefined =>
      inflate(byVersion.get({ postId, version })),
    /** This version was published: readers have seen it, so it is never thinned away. */
    setPublished: (postId: string, version: number): void => void setPublished.run({ postId, version }),
    thin: db.transaction((postId: string, now: string): void => {
      for (const key of thinned(thinnable.all({ postId }), Date.parse(now))) remove.run({ key })
    }),
  }
}
