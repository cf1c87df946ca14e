import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { titleOf } from '../../../core/post/post.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { count, timeInWords } from '../../ui/words.ts'
import { useSendAll } from './use-send-all.ts'

/** Live posts in which more was written since they were published: some of them, or all, are published as they are now. */
export function Ahead() {
  const { data: posts = [] } = useQuery({ queryKey: ['posts', 'ahead'], queryFn: api.posts.ahead })
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const { done, sendAll, stop } = useSendAll()
  if (posts.length === 0 && done === null) return null
  const chosen = posts.filter(({ id }) => !left.has(id))
  return (
    <section aria-label="Posts that changed" className="border-l-[3px] border-ink bg-paper px-4 py-2.5">
      <div className="flex items-center gap-3">
        <p className="flex-1">
          <b>{count(posts.length, 'live post')}</b> changed since {posts.length === 1 ? 'it was' : 'they were'}{' '}
          published.
        </p>
        <span role="status" className="figures">
          {done !== null && `${done} of ${chosen.length} sent`}
        </span>
        {done !== null && (
          <Button small onClick={stop}>
            Stop
          </Button>
        )}
        <Button
          look="ink"
          disabled={done !== null || chosen.length === 0}
          onClick={() =>
            void sendAll(
              chosen.map(
                ({ id, version }) =>
                  () =>
                    api.posts.publish(id, 'live', version),
              ),
            )
          }
        >
          {chosen.length === posts.length && posts.length > 1 ? 'Update all' : `Update ${count(chosen.length, 'post')}`}
        </Button>
      </div>
      <ul className="mt-1">
        {posts.map((post) => (
          <li key={post.id} data-links className="flex items-center gap-2">
            <label className="flex pointer-coarse:min-w-[40px]">
              <input
                type="checkbox"
                aria-label={`Update ${titleOf(post)}`}
                checked={!left.has(post.id)}
                disabled={done !== null}
                onChange={({ target }) => {
                  const next = new Set(left)
                  if (target.checked) next.delete(post.id)
                  else next.add(post.id)
                  setLeft(next)
                }}
              />
            </label>
            <Link className="underline decoration-hairline underline-offset-4" to={`/posts/${post.id}`}>
              {titleOf(post)}
            </Link>
            <span className="text-soft">saved {timeInWords(post.savedAt)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
