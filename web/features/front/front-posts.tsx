import { useState } from 'react'
import type { Front } from '../../../core/front/front.ts'
import type { FrontPost } from '../../../core/wire/front.ts'
import { titleOf } from '../../../core/post/post.ts'
import { longDate } from '../../../core/readers/languages.ts'
import { momentsOf, wallTime } from '../../../core/times/wall-time.ts'
import { SearchField } from '../../ui/search-field.tsx'
import { useHouse } from '../../api/queries.ts'
import { Section } from '../house-style/section.tsx'
import type { FrontDraft } from './use-front-draft.ts'

/** Posts that are listed at once; others are found by their titles. */
const SHOWN = 40

interface Props {
  readonly front: Front
  readonly posts: readonly FrontPost[]
  readonly onChange: FrontDraft['change']
}

/** Which post stands first, and until when; which the front page leaves out. */
export function FrontPosts({ front, posts, onChange }: Props) {
  const { timeZone } = useHouse()
  const [words, setWords] = useState('')
  const [opened] = useState(() => Date.now())
  const { first, leftOut } = front
  const ahead = posts.find(({ id }) => id === first?.post)
  const past = first?.until ? Date.parse(first.until) <= opened : false
  const found = posts.filter(({ title }) => title.toLowerCase().includes(words.trim().toLowerCase()))
  const place = (id: string, where: string) =>
    onChange((now) => ({
      ...now,
      first: where === 'first' ? { post: id, until: null } : now.first?.post === id ? null : now.first,
      leftOut: [...now.leftOut.filter((one) => one !== id), ...(where === 'out' ? [id] : [])],
    }))
  return (
    <Section title="Posts" open>
      <p className="text-soft">
        {ahead ? (
          <>
            “{titleOf(ahead)}” {past ? 'stood first; its time is over.' : 'stands first.'}
          </>
        ) : first ? (
          'The post that was to stand first is not live.'
        ) : (
          'The newest post stands first.'
        )}
        {leftOut.length > 0 &&
          ` ${leftOut.length} left out of the front page; their addresses work, and their topics list them.`}
      </p>
      {first && (
        <label className="flex items-center gap-2">
          <span className="label-narrow text-soft">Until</span>
          <input
            type="datetime-local"
            className="min-w-0 flex-1 rounded-sm border border-edge bg-paper px-2 py-1"
            value={first.until ? wallTime(first.until, timeZone) : ''}
            onChange={({ target }) =>
              onChange(
                (now) => ({
                  ...now,
                  first: now.first && {
                    ...now.first,
                    until: target.value ? momentsOf(target.value, timeZone).moments[0]! : null,
                  },
                }),
                'until',
              )
            }
          />
        </label>
      )}
      {posts.length > 8 && (
        <SearchField label="Find a post" hint="Find a post by its title" value={words} onChange={setWords} />
      )}
      {posts.length === 0 && <p className="text-soft">Nothing is live yet. What you publish stands here.</p>}
      <ul className="flex flex-col">
        {found.slice(0, SHOWN).map((post) => {
          const where = first?.post === post.id ? 'first' : leftOut.includes(post.id) ? 'out' : 'place'
          return (
            <li
              key={post.id}
              className="grid grid-cols-[minmax(0,1fr)_118px] items-center gap-2 border-t border-hairline py-1"
            >
              <span className={`min-w-0 ${where === 'out' ? 'text-soft' : ''}`}>
                <span className="block truncate" title={titleOf(post)}>
                  {titleOf(post)}
                </span>
                <span className="label-narrow text-soft">{longDate(post.date, 'en', timeZone)}</span>
              </span>
              <select
                aria-label={`Where “${titleOf(post)}” stands`}
                className="rounded-sm border border-edge bg-paper px-1 py-0.5"
                value={where}
                onChange={({ target }) => place(post.id, target.value)}
              >
                <option value="place">In its place</option>
                <option value="first">First</option>
                <option value="out">Left out</option>
              </select>
            </li>
          )
        })}
      </ul>
      {found.length > SHOWN && <p className="text-soft">{found.length - SHOWN} more: find them by their titles.</p>}
    </Section>
  )
}
