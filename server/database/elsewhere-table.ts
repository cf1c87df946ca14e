import { LetThrough } from '../../core/formats/let-through.ts'
import type { Db } from './open.ts'

/** How a post stands on another blog. */
export interface StandsElsewhere {
  readonly state: 'live' | 'withdrawn' | 'unsure'
  readonly url: string | null
  readonly version: number
  readonly at: string
  readonly sent: string
  /** names of those that it has there */
  readonly properties: readonly string[]
  readonly source: string | null
}

export interface Trial {
  readonly at: string | null
  readonly lets: LetThrough | null
  readonly leftBehind: string | null
}

export type ElsewhereTable = ReturnType<typeof elsewhereTable>

/** Posts on other blogs, the files that lie there, and what those blogs let through. */
export function elsewhereTable(db: Db) {
  const one = db.prepare<
    { postId: string; blog: string },
    Omit<StandsElsewhere, 'properties'> & { properties: string }
  >('SELECT state, url, version, at, sent, properties, source FROM elsewhere WHERE post_id = @postId AND blog = @blog')
  const put = db.prepare(`
    INSERT OR REPLACE INTO elsewhere (post_id, blog, state, url, version, at, sent, properties, source)
    VALUES (@postId, @blog, @state, @url, @version, @at, @sent, @properties, @source)`)
  const forget = db.prepare('DELETE FROM elsewhere WHERE post_id = @postId AND blog = @blog')
  const live = db.prepare<{ postId: string }, { blog: string }>(
    `SELECT blog FROM elsewhere WHERE post_id = @postId AND state <> 'withdrawn' ORDER BY blog`,
  )
  const files = db.prepare<{ blog: string }, { file: string; url: string }>(
    'SELECT file, url FROM elsewhere_files WHERE blog = @blog',
  )
  const putFile = db.prepare('INSERT OR REPLACE INTO elsewhere_files (blog, file, url) VALUES (@blog, @file, @url)')
  const trial = db.prepare<{ blog: string }, { at: string | null; lets: string | null; leftBehind: string | null }>(
    'SELECT at, lets, left_behind AS leftBehind FROM elsewhere_trials WHERE blog = @blog',
  )
  const putTrial = db.prepare(`
    INSERT OR REPLACE INTO elsewhere_trials (blog, at, lets, left_behind) VALUES (@blog, @at, @lets, @leftBehind)`)

  return {
    of(postId: string, blog: string): StandsElsewhere | undefined {
      const row = one.get({ postId, blog })
      return row && { ...row, properties: JSON.parse(row.properties) as string[] }
    },
    put: (postId: string, blog: string, stands: StandsElsewhere): void =>
      void put.run({ postId, blog, ...stands, properties: JSON.stringify(stands.properties) }),
    forget: (postId: string, blog: string): void => void forget.run({ postId, blog }),
    /** Names of the other blogs on which it stands, or may. */
    blogsOf: (postId: string): string[] => live.all({ postId }).map(({ blog }) => blog),
    files: (blog: string): ReadonlyMap<string, string> =>
      new Map(files.all({ blog }).map(({ file, url }) => [file, url])),
    putFile: (blog: string, file: string, url: string): void => void putFile.run({ blog, file, url }),
    trial(blog: string): Trial {
      const row = trial.get({ blog })
      return row
        ? { ...row, lets: row.lets === null ? null : LetThrough.parse(JSON.parse(row.lets)) }
        : { at: null, lets: null, leftBehind: null }
    },
    putTrial: (blog: string, { at, lets, leftBehind }: Trial): void =>
      void putTrial.run({ blog, at, lets: lets && JSON.stringify(lets), leftBehind }),
  }
}
