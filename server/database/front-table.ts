import { EMPTY_FRONT, type Front, parseFront } from '../../core/front/front.ts'
import type { Problem } from '../../core/wire/problem.ts'
import type { Db } from './open.ts'

interface FrontRow {
  version: number
  content: string
  wanted: 0 | 1
  problem: string | null
}

/** Whether readers have it, or will. */
export type FrontSending = { readonly wanted: boolean; readonly problem: Problem | null }

export type FrontTable = ReturnType<typeof frontTable>

/** What stands in front of the posts: one for the blog. */
export function frontTable(db: Db) {
  const row = db.prepare<[], FrontRow>('SELECT version, content, wanted, problem FROM front WHERE only_one = 1')
  const put = db.prepare(`
    INSERT INTO front (only_one, version, content) VALUES (1, @version, @content)
    ON CONFLICT (only_one) DO UPDATE SET version = excluded.version, content = excluded.content`)
  const setWanted = db.prepare('UPDATE front SET wanted = 1, problem = NULL WHERE only_one = 1')
  const setSent = db.prepare('UPDATE front SET wanted = 0, problem = NULL WHERE only_one = 1')
  const setFailed = db.prepare('UPDATE front SET wanted = 0, problem = @problem WHERE only_one = 1')
  const paths = db.prepare<[], { name: string; path: string }>('SELECT name, path FROM topic_paths')
  const keepPath = db.prepare('INSERT OR IGNORE INTO topic_paths (name, path) VALUES (@name, @path)')
  const posts = db.prepare<{ show: string }, { title: string }>(`
    SELECT posts.title FROM posts JOIN post_contents ON post_id = posts.id
    WHERE deleted_at IS NULL AND EXISTS (
      SELECT 1 FROM json_each(post_contents.content, '$.body.content') AS block
      WHERE block.value ->> '$.type' = 'shownPosts' AND block.value ->> '$.attrs.show' = @show)
    ORDER BY posts.saved_at DESC, posts.id`)
  const get = (): { version: number; front: Front } => {
    const found = row.get()
    return found
      ? { version: found.version, front: parseFront(JSON.parse(found.content)) }
      : { version: 0, front: EMPTY_FRONT }
  }
  return {
    get,
    /** Saves it over the version that it was made from; undefined where that is no longer the last. */
    save: db.transaction((baseVersion: number, front: Front): number | undefined => {
      if (get().version !== baseVersion) return undefined
      put.run({ version: baseVersion + 1, content: JSON.stringify(front) })
      setWanted.run()
      return baseVersion + 1
    }),
    sending: (): FrontSending => {
      const found = row.get()
      return {
        wanted: found?.wanted === 1,
        problem: found?.problem ? (JSON.parse(found.problem) as Problem) : null,
      }
    },
    /** It is to be sent. */
    want: (): void => void setWanted.run(),
    /** Readers have it. */
    setSent: (): void => void setSent.run(),
    setFailed: (problem: Problem): void => void setFailed.run({ problem: JSON.stringify(problem) }),
    /** Titles of the posts that show a slideshow of posts. O(blocks of all posts). */
    shownIn: (show: string): string[] => posts.all({ show }).map(({ title }) => title),
    /** Addresses that topics' pages were given. */
    topicPaths: (): ReadonlyMap<string, string> => new Map(paths.all().map(({ name, path }) => [name, path])),
    keepTopicPaths: db.transaction((given: ReadonlyMap<string, string>) => {
      for (const [name, path] of given) keepPath.run({ name, path })
    }),
  }
}
