import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { titleOf } from '../../../core/post/post.ts'
import type { PostsBehind } from '../../../core/wire/post.ts'
import { listed } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { useSendAll } from './use-send-all.ts'

/** Live posts that readers still have as they were before sets or pictures changed: sent again in one go. */
export function Behind() {
  const { data: posts = [] } = useQuery({ queryKey: ['posts', 'behind'], queryFn: api.posts.behind })
  const { done, sendAll, stop } = useSendAll()
  if (posts.length === 0 && done === null) return null
  return (
    <section aria-label="Posts that are behind" className="border-l-[3px] border-ruby bg-paper px-4 py-2.5">
      <div className="flex items-center gap-3">
        <p className="flex-1">
          <b>{count(posts.length, 'live post')}</b> {posts.length === 1 ? 'shows' : 'show'} readers {whatOf(posts)}
        </p>
        <span role="status" className="figures">
          {done !== null && `${done} of ${posts.length} sent`}
        </span>
        {done !== null && (
          <Button small onClick={stop}>
            Stop
          </Button>
        )}
        <Button
          look="ink"
          disabled={done !== null}
          onClick={() =>
            void sendAll(
              posts.map(
                ({ id }) =>
                  () =>
                    api.posts.sendAgain(id),
              ),
            )
          }
        >
          Publish {posts.length === 1 ? 'it' : 'them'} again
        </Button>
      </div>
      <ul className="mt-1 text-soft">
        {posts.map((post) => (
          <li key={post.id} data-links>
            <Link className="underline decoration-hairline underline-offset-4" to={`/posts/${post.id}`}>
              {titleOf(post)}
            </Link>
            , for{' '}
            {listed([
              ...post.sets.map((name) => `“${name}”`),
              ...(post.pictures > 0 ? [count(post.pictures, 'picture')] : []),
            ])}
            {post.written && '; what you have written since stays unpublished'}
          </li>
        ))}
      </ul>
    </section>
  )
}

function whatOf(posts: PostsBehind['posts']): string {
  const sets = new Set(posts.flatMap((post) => post.sets)).size
  const pictures = posts.reduce((sum, post) => sum + post.pictures, 0)
  if (sets === 0) return pictures === 1 ? 'a picture as it was before.' : 'pictures as they were before.'
  if (pictures === 0) return sets === 1 ? 'a set as it was before.' : 'sets as they were before.'
  return 'sets and pictures as they were before.'
}
