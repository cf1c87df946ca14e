import { isRow, plainText, rowsOf } from '../../core/post/body.ts'
import { excerptOf, parsePost, type PostContent } from '../../core/post/post.ts'
import { linePicturesIn } from '../../core/post/line-pictures.ts'
import type { PostPage, PostSummary } from '../../core/wire/post.ts'
import type { Row } from '../../core/post/row.ts'
import type { Db } from './open.ts'
import type { PublicationsTable } from './publications-table.ts'

/** What lists tell of a post, kept in columns when it is saved, so that no list has to read a body. */

/** Raised when the columns are worked out otherwise: the next start does it anew for every post. */
const SUMMARY = 1
const POSTS_A_PAGE = 12

export const wordCount = (content: PostContent): number =>
  content.body.content.reduce((sum, block) => sum + (plainText(block).match(/\S+/g)?.length ?? 0), 0)

interface SummaryRow {
  id: string
  version: number
  title: string
  excerpt: string
  topics: string
  featured: string | null
  saved_at: string
  created_at: string
  words: number
  pictures: number
  waiting: number
  without_alt: number
}

/** How often a post shows a picture, and with whose alt text. */
interface Shown {
  readonly placed: number
  readonly inheritsAlt: number
  readonly emptyAlt: number
}

export function shownIn(content: PostContent): Map<string, Shown> {
  const shown = new Map<string, Shown>()
  const none: Shown = { placed: 0, inheritsAlt: 0, emptyAlt: 0 }
  for (const { id, alt: own, inSet } of rowsOf(content.body).flatMap((row) => row.pictures)) {
    const alt = own ?? inSet?.alt
    const { placed, inheritsAlt, emptyAlt } = shown.get(id) ?? none
    shown.set(id, {
      placed: placed + 1,
      inheritsAlt: inheritsAlt + (alt === undefined ? 1 : 0),
      emptyAlt: emptyAlt + (alt === '' ? 1 : 0),
    })
  }
  // What says nothing within its line is a sign, and lacks no words.
  for (const { id, alt } of linePicturesIn(content.body.content)) {
    const { placed, inheritsAlt, emptyAlt } = shown.get(id) ?? none
    shown.set(id, { placed: placed + 1, inheritsAlt: inheritsAlt + (alt === null ? 1 : 0), emptyAlt })
  }
  const featured = content.featured?.picture
  if (featured !== undefined && !shown.has(featured)) shown.set(featured, none)
  return shown
}

/** Which sets the rows show, and as what. */
function kindsOfSets({ body }: PostContent): Map<string, Row['kind'][]> {
  const kinds = new Map<string, Row['kind'][]>()
  for (const { set, kind } of rowsOf(body)) if (set) kinds.set(set.id, [...(kinds.get(set.id) ?? []), kind])
  return kinds
}

export type PostSummaries = ReturnType<typeof postSummaries>

export function postSummaries(db: Db, publications: PublicationsTable) {
  const put = db.prepare(`
    UPDATE posts SET title = @title, excerpt = @excerpt, topics = @topics, featured = @featured, tray = @tray,
      words = @words, summary = ${SUMMARY}
    WHERE id = @id`)
  const shownBefore = db.prepare<{ postId: string }, Shown & { id: string }>(`
    SELECT picture_id AS id, placed, inherits_alt AS inheritsAlt, empty_alt AS emptyAlt
    FROM pictures_shown WHERE post_id = @postId`)
  const removeShown = db.prepare('DELETE FROM pictures_shown WHERE post_id = @postId AND picture_id = @id')
  const putShown = db.prepare(`
    INSERT INTO pictures_shown (post_id, picture_id, placed, inherits_alt, empty_alt)
    VALUES (@postId, @id, @placed, @inheritsAlt, @emptyAlt)
    ON CONFLICT (post_id, picture_id) DO UPDATE SET
      placed = excluded.placed, inherits_alt = excluded.inherits_alt, empty_alt = excluded.empty_alt`)
  const setsBefore = db.prepare<{ postId: string }, { id: string; kinds: string }>(
    'SELECT set_id AS id, kinds FROM sets_shown WHERE post_id = @postId',
  )
  const removeSet = db.prepare('DELETE FROM sets_shown WHERE post_id = @postId AND set_id = @id')
  const putSet = db.prepare(`
    INSERT INTO sets_shown (post_id, set_id, kinds) VALUES (@postId, @id, @kinds)
    ON CONFLICT (post_id, set_id) DO UPDATE SET kinds = excluded.kinds`)
  const stale = db.prepare<[], { id: string }>(`SELECT id FROM posts WHERE summary < ${SUMMARY}`)
  const contentOf = db.prepare<{ id: string }, { content: string }>(
    'SELECT content FROM post_contents WHERE post_id = @id',
  )
  const count = db.prepare<[], { posts: number }>('SELECT count(*) AS posts FROM posts WHERE deleted_at IS NULL')
  const page = db.prepare<{ savedAt: string | null; id: string | null }, SummaryRow>(`
    SELECT id, version, title, excerpt, topics, featured, saved_at, created_at, words,
      (SELECT count(*) FROM pictures_shown WHERE post_id = posts.id AND placed > 0) AS pictures,
      (SELECT count(*)
       FROM (SELECT value AS id FROM json_each(posts.tray)
             UNION SELECT picture_id FROM arrivals WHERE post_id = posts.id) AS gathered
       JOIN pictures ON pictures.id = gathered.id AND pictures.state = 'ready' AND pictures.deleted_at IS NULL
       WHERE NOT EXISTS (SELECT 1 FROM pictures_shown AS shown
         WHERE shown.post_id = posts.id AND shown.picture_id = gathered.id AND shown.placed > 0)) AS waiting,
      (SELECT COALESCE(sum(empty_alt + CASE WHEN COALESCE(pictures.alt, '') = '' THEN inherits_alt ELSE 0 END), 0)
       FROM pictures_shown AS shown LEFT JOIN pictures ON pictures.id = shown.picture_id
       WHERE shown.post_id = posts.id) AS without_alt
    FROM posts
    WHERE deleted_at IS NULL AND (@savedAt IS NULL OR (saved_at, id) < (@savedAt, @id))
    ORDER BY saved_at DESC, id DESC
    LIMIT ${POSTS_A_PAGE + 1}`)

  function note(id: string, content: PostContent): void {
    put.run({
      id,
      title: content.title,
      excerpt: excerptOf(content),
      topics: JSON.stringify(content.topics),
      featured: content.featured && JSON.stringify(content.featured),
      tray: JSON.stringify(content.tray),
      words: wordCount(content),
    })
    // Most saves change a word: only what differs is written.
    const now = shownIn(content)
    const before = new Map(shownBefore.all({ postId: id }).map(({ id: picture, ...shown }) => [picture, shown]))
    for (const picture of before.keys()) if (!now.has(picture)) removeShown.run({ postId: id, id: picture })
    for (const [picture, shown] of now)
      if (JSON.stringify(before.get(picture)) !== JSON.stringify(shown))
        putShown.run({ postId: id, id: picture, ...shown })
    const sets = kindsOfSets(content)
    const setsNow = new Map(setsBefore.all({ postId: id }).map((one) => [one.id, one.kinds]))
    for (const set of setsNow.keys()) if (!sets.has(set)) removeSet.run({ postId: id, id: set })
    for (const [set, kinds] of sets)
      if (setsNow.get(set) !== JSON.stringify(kinds)) putSet.run({ postId: id, id: set, kinds: JSON.stringify(kinds) })
  }

  const value = (row: SummaryRow): PostSummary => ({
    id: row.id,
    version: row.version,
    title: row.title,
    excerpt: row.excerpt,
    topics: JSON.parse(row.topics) as string[],
    featured: row.featured === null ? null : (JSON.parse(row.featured) as PostSummary['featured']),
    savedAt: row.saved_at,
    createdAt: row.created_at,
    pictures: row.pictures,
    waiting: row.waiting,
    words: row.words,
    withoutAlt: row.without_alt,
    publication: publications.of(row.id),
  })

  return {
    /** Keeps what lists tell of this content; belongs into the transaction that saves it. */
    note,
    /** The posts by the page, the last saved first. `after` is where the page before ended. */
    list(after: string | undefined): PostPage {
      const [savedAt, id] = after?.split('~') ?? []
      const rows = page.all({ savedAt: savedAt ?? null, id: id ?? '' })
      const shown = rows.slice(0, POSTS_A_PAGE)
      const last = shown.at(-1)
      return {
        posts: shown.map(value),
        next: rows.length > shown.length && last ? `${last.saved_at}~${last.id}` : null,
        total: count.get()!.posts,
      }
    },
    /** Works out what an older program did not keep. */
    refresh(): void {
      for (const { id } of stale.all())
        db.transaction(() => note(id, parsePost(JSON.parse(contentOf.get({ id })!.content))))()
    },
  }
}

/** Rows of a post, for its saved states. */
export const rowCount = (content: PostContent): number => content.body.content.filter(isRow).length
