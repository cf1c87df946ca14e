import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { titleOf } from '../../../core/post/post.ts'
import { listed } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { followJob } from '../../api/follow-job.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'

/** Live posts that readers still have as they were before sets changed: sent again in one go. */
export function Behind() {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const { data: posts = [] } = useQuery({ queryKey: ['sets', 'behind'], queryFn: api.sets.behind })
  const [done, setDone] = useState<number | null>(null)
  if (posts.length === 0 && done === null) return null

  async function sendAll() {
    setDone(0)
    let sent = 0
    try {
      for (const { id } of posts) {
        await followJob(await api.sets.sendAgain(id))
        setDone(++sent)
      }
    } catch (error) {
      refuse(error)
    }
    if (sent > 0) say(`${count(sent, 'post')} published again.`)
    setDone(null)
    await client.invalidateQueries({ queryKey: ['sets'] })
    await client.invalidateQueries({ queryKey: ['posts'] })
  }
  return (
    <section aria-label="Posts that are behind" className="border-l-[3px] border-ruby bg-paper px-4 py-2.5">
      <div className="flex items-center gap-3">
        <p className="flex-1">
          <b>{count(posts.length, 'live post')}</b> {posts.length === 1 ? 'shows' : 'show'} readers a set as it was
          before it was changed.
        </p>
        <span role="status" className="figures">
          {done !== null && `${done} of ${posts.length} sent`}
        </span>
        <Button look="ink" disabled={done !== null} onClick={() => void sendAll()}>
          Publish {posts.length === 1 ? 'it' : 'them'} again
        </Button>
      </div>
      <ul className="mt-1 text-soft">
        {posts.map((post) => (
          <li key={post.id}>
            <Link className="underline decoration-hairline underline-offset-4" to={`/posts/${post.id}`}>
              {titleOf(post)}
            </Link>
            , for {listed(post.sets.map((name) => `“${name}”`))}
            {post.written && '; what you have written since stays unpublished'}
          </li>
        ))}
      </ul>
    </section>
  )
}
