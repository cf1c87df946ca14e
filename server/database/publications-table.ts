import type { Featured } from '../../core/post/post.ts'
import { type Held, standsAt } from '../../core/times/held.ts'
import {
  NOT_PUBLISHED,
  type PostsAhead,
  type PostsBehind,
  type Publication,
  type TimesToCome,
} from '../../core/wire/post.ts'
import type { Db } from './open.ts'

interface PublicationRow {
  state: Exclude<Publication['state'], 'planned'>
  version: number
  at: string
  first_live_at: string | null
  url: string
  address: string
  shows_from: string | null
  shows_until: string | null
}

/** What the list of the blog tells of a live post: as it was sent, not as it is written now. */
export interface Listed {
  readonly title: string
  readonly excerpt: string
  readonly topics: readonly string[]
  readonly featured: Featured | null
  /** left out by older programs, as is how many pictures it shows */
  readonly byline?: string
  readonly pictures?: number
  /** when it says that it was published first, where it says so */
  readonly dated?: string
  /** tells the slideshows of posts in it, as readers have them, from any others; left out where it has none */
  readonly shown?: string
}

export interface LivePost extends Held {
  readonly postId: string
  readonly version: number
  /** as the post says it, where it does */
  readonly firstLiveAt: string
  readonly address: string
  /** null where an older program did not keep it */
  readonly listed: Listed | null
}

/** What was sent, and may or may not stand on the blog: no answer has come. */
export interface Sending extends Held {
  readonly postId: string
  readonly version: number
  readonly as: 'draft' | 'live'
  readonly address: string
  readonly revision: string
  readonly pagesHash: string
  readonly listed: Listed
  readonly at: string
}

type Stands = Omit<Publication, 'unsure' | 'state'> & Pick<PublicationRow, 'state'>

export type PublicationsTable = ReturnType<typeof publicationsTable>

const COLUMNS = 'state, version, at, first_live_at, url, address, shows_from, shows_until'

/** How each post stands on the blog, as far as is known here. `now` tells what is planned from what is live. */
export function publicationsTable(db: Db, now: () => Date) {
  const byPost = db.prepare<{ postId: string }, PublicationRow>(`
    SELECT ${COLUMNS} FROM publications WHERE post_id = @postId`)
  const put = db.prepare(`
    INSERT INTO publications (post_id, ${COLUMNS}, pages_hash, listed)
    VALUES (@postId, @state, @version, @at, @firstLiveAt, @url, @address, @from, @until, @pagesHash, @listed)
    ON CONFLICT (post_id) DO UPDATE SET
      state = excluded.state, version = excluded.version, at = excluded.at,
      first_live_at = excluded.first_live_at, url = excluded.url, address = excluded.address,
      shows_from = excluded.shows_from, shows_until = excluded.shows_until,
      pages_hash = excluded.pages_hash, listed = excluded.listed`)
  const pagesHash = db.prepare<{ postId: string }, { pages_hash: string | null }>(`
    SELECT pages_hash FROM publications WHERE post_id = @postId`)
  const live = db.prepare<[], PublicationRow & { post_id: string; listed: string | null }>(`
    SELECT post_id, ${COLUMNS}, listed
    FROM publications WHERE state = 'live' ORDER BY first_live_at DESC, post_id`)
  const noteSending = db.prepare(`
    INSERT OR REPLACE INTO sendings
      (post_id, version, as_state, address, revision, pages_hash, listed, at, shows_from, shows_until)
    VALUES (@postId, @version, @as, @address, @revision, @pagesHash, @listed, @at, @from, @until)`)
  const sendings = db.prepare<[], Omit<Sending, 'listed'> & { listed: string }>(`
    SELECT post_id AS postId, version, as_state AS "as", address, revision, pages_hash AS pagesHash, listed, at,
      shows_from AS "from", shows_until AS until
    FROM sendings ORDER BY at`)
  const sending = db.prepare<{ postId: string }, { at: string }>('SELECT at FROM sendings WHERE post_id = @postId')
  const forgetSending = db.prepare('DELETE FROM sendings WHERE post_id = @postId')
  const putListed = db.prepare('UPDATE publications SET listed = @listed WHERE post_id = @postId')
  const addressOwner = db.prepare<{ address: string; postId: string }, { id: string; title: string }>(`
    SELECT posts.id, posts.title FROM publications JOIN posts ON posts.id = publications.post_id
    WHERE address = @address AND state IN ('live', 'draft') AND post_id <> @postId`)
  const endOver = db.prepare(`
    UPDATE publications SET state = 'withdrawn', at = shows_until
    WHERE state = 'live' AND shows_until <= @now`)
  const toCome = db.prepare<{ now: string }, TimesToCome['times'][number]>(`
    SELECT posts.id, posts.title, shows_from AS at, 'go live' AS will
    FROM publications JOIN posts ON posts.id = publications.post_id AND posts.deleted_at IS NULL
    WHERE publications.state = 'live' AND shows_from > @now
    UNION ALL
    SELECT posts.id, posts.title, shows_until, 'end'
    FROM publications JOIN posts ON posts.id = publications.post_id AND posts.deleted_at IS NULL
    WHERE publications.state = 'live' AND shows_until > @now
    ORDER BY at, will DESC, id`)
  const moments = db.prepare<{ after: string }, { at: string }>(`
    SELECT shows_from AS at FROM publications WHERE shows_from > @after
    UNION SELECT shows_until FROM publications WHERE shows_until > @after`)
  const listSent = db.prepare<[], { at: string }>('SELECT at FROM list_sent WHERE only_one = 1')
  const putListSent = db.prepare('INSERT OR REPLACE INTO list_sent (only_one, at) VALUES (1, @at)')
  // What readers see of a set, or of a picture's px, is as it was when the post was sent.
  const behind = db.prepare<[], { id: string; title: string; written: number; sets: string; pictures: number }>(`
    SELECT * FROM (
      SELECT posts.id, posts.title, posts.version > publications.version AS written, posts.saved_at,
        (SELECT json_group_array(name) FROM (
          SELECT sets.name FROM sets_shown JOIN sets ON sets.id = sets_shown.set_id AND sets.deleted_at IS NULL
          WHERE sets_shown.post_id = posts.id AND sets.changed_at > publications.at ORDER BY sets.name)) AS sets,
        (SELECT count(*) FROM pictures_shown AS shown
          JOIN pictures ON pictures.id = shown.picture_id AND pictures.deleted_at IS NULL
          WHERE shown.post_id = posts.id AND pictures.files_changed_at > publications.at
            AND (shown.placed > 0 OR pictures.id = json_extract(posts.featured, '$.picture'))) AS pictures
      FROM publications JOIN posts ON posts.id = publications.post_id AND posts.deleted_at IS NULL
      WHERE publications.state = 'live')
    WHERE sets <> '[]' OR pictures > 0 ORDER BY saved_at DESC, id`)

  const ahead = db.prepare<[], PostsAhead['posts'][number]>(`
    SELECT posts.id, posts.title, posts.version, posts.saved_at AS savedAt
    FROM publications JOIN posts ON posts.id = publications.post_id AND posts.deleted_at IS NULL
    WHERE publications.state = 'live' AND posts.version > publications.version ORDER BY posts.saved_at DESC, posts.id`)

  return {
    /** Live posts in which more was written since. */
    ahead: (): PostsAhead['posts'] => ahead.all(),
    /** Live posts of which readers see something as it was before. O(pictures of live posts). */
    behind: (): PostsBehind['posts'] =>
      behind.all().map(({ id, title, written, sets, pictures }) => ({
        id,
        title,
        written: written === 1,
        sets: JSON.parse(sets) as string[],
        pictures,
      })),
    of(postId: string): Publication {
      const unsure = sending.get({ postId }) !== undefined
      const row = byPost.get({ postId })
      if (!row) return { ...NOT_PUBLISHED, unsure }
      return { ...shownNow(row, now()), unsure }
    },
    /** How it stands is known by this. `pagesHash` tells the pages that were sent from any others; null where none are there. */
    put: db.transaction(
      (postId: string, publication: Stands, pagesHash: string | null, listed: Listed | null): void => {
        put.run({ postId, ...publication, pagesHash, listed: listed && JSON.stringify(listed) })
        forgetSending.run({ postId })
      },
    ),
    noteSending: (one: Sending): void => void noteSending.run({ ...one, listed: JSON.stringify(one.listed) }),
    forgetSending: (postId: string): void => void forgetSending.run({ postId }),
    sendings: (): Sending[] => sendings.all().map((row) => ({ ...row, listed: JSON.parse(row.listed) as Listed })),
    putListed: (postId: string, listed: Listed): void => void putListed.run({ postId, listed: JSON.stringify(listed) }),
    pagesHashOf: (postId: string): string | null => pagesHash.get({ postId })?.pages_hash ?? null,
    /** Those that readers have at this moment, newest first. */
    listLive: (at = now()): LivePost[] =>
      live
        .all()
        .filter((row) => standsAt(heldOf(row), at) === 'live')
        .map((row) => {
          const listed = row.listed === null ? null : (JSON.parse(row.listed) as Listed)
          return {
            postId: row.post_id,
            version: row.version,
            firstLiveAt: listed?.dated ?? row.first_live_at ?? row.at,
            address: row.address,
            listed,
            ...heldOf(row),
          }
        })
        .sort((a, b) => (a.firstLiveAt === b.firstLiveAt ? 0 : a.firstLiveAt < b.firstLiveAt ? 1 : -1)),
    /** What has had its time is withdrawn: the blog's host shows it no longer. */
    endOver: (): void => void endOver.run({ now: now().toISOString() }),
    /** Set times that are still to come, soonest first. */
    toCome: (): TimesToCome['times'] => toCome.all({ now: now().toISOString() }),
    /** Every set time after this one, of posts that have had theirs too. */
    setTimesAfter: (after: string): string[] => moments.all({ after }).map(({ at }) => at),
    /** When the list of posts was sent last; null for never. */
    listSentAt: (): string | null => listSent.get()?.at ?? null,
    setListSent: (at: string): void => void putListSent.run({ at }),
    /** The other post that has this address on the blog. */
    ownerOf: (address: string, postId: string): { id: string; title: string } | undefined =>
      addressOwner.get({ address, postId }),
  }
}

const heldOf = ({ shows_from: from, shows_until: until }: PublicationRow): Held => ({ from, until })

/** As it stands at this moment. */
function shownNow(row: PublicationRow, now: Date): Omit<Publication, 'unsure'> {
  const { first_live_at: firstLiveAt, shows_from: _, shows_until: until, state, ...rest } = row
  const none = { ...rest, state, firstLiveAt, from: null, until: null }
  if (state !== 'live') return none
  const held = heldOf(row)
  const stands = standsAt(held, now)
  if (stands === 'over') return { ...none, state: 'withdrawn', at: until }
  return { ...none, state: stands, from: stands === 'planned' ? held.from : null, until }
}
