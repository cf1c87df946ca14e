import { useMemo } from 'react'
import { Link } from 'react-router'
import { textOf } from '../../../core/blocks/table.ts'
import { isRow } from '../../../core/post/body.ts'
import { titleOf } from '../../../core/post/post.ts'
import { longDate } from '../../../core/readers/languages.ts'
import { count } from '../../ui/words.ts'
import { docket } from './docket.ts'
import { type IncomingLine, leftOutOf, picturesFound, understoodIn } from './incoming-line.ts'

/** One text: what was understood of it at the left, what is left out at the right. */
export function DocketLine({ line, busy }: { line: IncomingLine; busy: boolean }) {
  const { read, state, told, taken, titled, post, lost } = line
  const content = read?.post.content
  const words = useMemo(() => {
    const text = content?.body.content.map((block) => (isRow(block) ? '' : textOf(block))).join(' ') ?? ''
    return text.split(/\s+/).filter(Boolean).length
  }, [content])
  const { found, far } = picturesFound(line)
  const left = leftOutOf(line)
  const name = content ? titleOf(content) : line.path
  return (
    <li className="grid grid-cols-[28px_minmax(0,1.35fr)_minmax(0,1fr)] gap-x-4 gap-y-2 border-b border-hairline py-3.5 max-md:grid-cols-[28px_minmax(0,1fr)]">
      <input
        type="checkbox"
        className="mt-1.5 size-4"
        aria-label={`Make a post of ${name}`}
        checked={line.wanted && state !== 'refused'}
        disabled={busy || state === 'refused' || state === 'here' || state === 'reading'}
        onChange={(event) => docket.want(line.key, event.target.checked)}
      />
      <div className="min-w-0">
        <h2 className="font-serif text-[1.15rem] leading-snug font-bold">
          {post ? (
            <Link className="hover:underline" to={`/posts/${post}`}>
              {name}
            </Link>
          ) : (
            name
          )}
        </h2>
        <p className="truncate font-mono text-[0.82rem] text-soft" title={line.path}>
          {line.path}
          {line.bundle && `, with ${count(line.bundle.states, 'saved state')}`}
        </p>
        {content && (
          <p className="figures mt-1">
            {read.post.date && `${longDate(read.post.date, 'en')} · `}
            {understoodIn(line, content, words)}
          </p>
        )}
        {found.length > 0 && <p className="figures">{count(found.length, 'picture')} among the files</p>}
        {far.length > 0 && state !== 'here' && (
          <label className="mt-1 flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4"
              checked={line.fetchFar}
              disabled={busy}
              onChange={(event) => docket.fetchFar(line.key, event.target.checked)}
            />
            Fetch {count(far.length, 'picture')} from the web
          </label>
        )}
        {titled && !taken && state !== 'here' && (
          <p className="mt-1">
            <Link className="underline underline-offset-4" to={`/posts/${titled}`}>
              A post of this title
            </Link>{' '}
            is here already; this will be another.
          </p>
        )}
        {taken && (
          <p className="mt-1 text-ruby">“{taken.title}” has this address on the blog; this post needs another.</p>
        )}
      </div>
      <div className="min-w-0 border-l border-hairline pl-4 max-md:col-start-2 max-md:border-l-0 max-md:pl-0">
        {state === 'reading' && <p className="text-soft">Is being read…</p>}
        {state === 'waiting' && <p className="text-soft">Waits</p>}
        {state === 'coming' && (
          <p role="status">
            <b>Comes in:</b> {told || 'begun'}
          </p>
        )}
        {state === 'refused' && <p className="text-ruby">It can’t become a post: {told}.</p>}
        {state === 'understood' && told && <p className="text-ruby">{told}</p>}
        {state === 'here' && (
          <p>
            <b>Is here.</b>{' '}
            <Link className="underline underline-offset-4" to={`/posts/${post}`}>
              Open
            </Link>
          </p>
        )}
        {lost.map((one) => (
          <p key={one} className="break-words text-ruby">
            {one}
          </p>
        ))}
        {left.length > 0 && (
          <>
            <p className="label-narrow text-soft">Left out</p>
            <ul>
              {left.slice(0, 8).map((one) => (
                <li key={one} className="break-words text-soft">
                  {one}
                </li>
              ))}
              {left.length > 8 && <li className="text-soft">and {left.length - 8} more</li>}
            </ul>
          </>
        )}
        {left.length === 0 && state === 'understood' && !told && <p className="text-soft">Nothing is left out.</p>}
      </div>
    </li>
  )
}
