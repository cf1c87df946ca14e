import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { zoneInWords } from '../../../core/times/zones.ts'
import { directionOf, LANGUAGE_NAMES } from '../../../core/readers/languages.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { HouseEffect } from '../../../core/wire/house.ts'
import { api } from '../../api/client.ts'
import { followJob } from '../../api/follow-job.ts'
import { usePostList } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { capital, count } from '../../ui/words.ts'
import { useHouseEffect } from './use-house-effect.ts'

/** Where posts are no more than these, the answer is there before a number could be read. */
const FEW = 30

/** What a change will alter in the posts that are here, before it is saved; and, once it is, their update. */
export function HouseEffectPanel({
  house,
  style,
  changed,
}: {
  house: HouseStyle
  style: HouseStyle
  changed: boolean
}) {
  const { effects, done, total, busy, error } = useHouseEffect(style, changed)
  if (!changed) return <UpdateLive />
  const altered = effects?.filter(touches) ?? []
  const same = (effects?.length ?? 0) - altered.length
  return (
    <div aria-live="polite" aria-busy={busy} className="flex flex-col gap-3">
      {error && <p className="text-ruby">What this changes can’t be worked out now: {error.message}</p>}
      {busy && total !== null && total > FEW && (
        <p role="status" className="figures">
          {done} of {total} posts tried
        </p>
      )}
      {[...languageChanges(house, style), ...listChanges(house, style)].map((words) => (
        <p key={words}>{words}</p>
      ))}
      {!busy && effects?.length === 0 && <p className="text-soft">There is no post yet that this could change.</p>}
      {altered.map((effect) => (
        <PostEffect key={effect.id} effect={effect} />
      ))}
      {effects && !busy && same > 0 && !turned(house, style) && (
        <p className="text-soft">
          {same === effects.length
            ? `No row of any post moves or behaves otherwise.${looksOtherwise(house, style) ? ' Colours, corners and borders change everywhere.' : ''}`
            : `${capital(count(same, 'other post'))} ${same === 1 ? 'keeps' : 'keep'} every row as it is.`}
        </p>
      )}
    </div>
  )
}

/** Whether every page looks otherwise though nothing moves. */
const looksOtherwise = (before: HouseStyle, after: HouseStyle): boolean =>
  (['colours', 'corner', 'border'] as const).some((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]))

/** Whether all is mirrored: every row moves, though none changes its size. */
const turned = (before: HouseStyle, after: HouseStyle): boolean =>
  directionOf(before.language) !== directionOf(after.language)

/** What pages say otherwise, though nothing may move. */
function languageChanges(before: HouseStyle, after: HouseStyle): string[] {
  const zone = before.timeZone === after.timeZone ? [] : [`Days and times are those of ${zoneInWords(after.timeZone)}.`]
  return [...zone, ...spokenOtherwise(before, after)]
}

function spokenOtherwise(before: HouseStyle, after: HouseStyle): string[] {
  if (before.language === after.language)
    return JSON.stringify(before.words) === JSON.stringify(after.words)
      ? []
      : ['Pages speak to readers in words of your own.']
  return [
    `Posts without a language of their own speak ${LANGUAGE_NAMES[after.language]} to readers, with dates as it writes them.`,
    ...(turned(before, after)
      ? ['They are mirrored: rows, pictures beside text and slideshows run the other way.']
      : []),
  ]
}

const IN_LIST: Record<HouseStyle['listShape'], string> = {
  rows: 'rows',
  cards: 'cards',
  banners: 'banners',
  mixed: 'a banner and cards',
}

/** What becomes of the list of posts, apart from its colours. */
function listChanges(before: HouseStyle, after: HouseStyle): string[] {
  return [
    before.listShape === after.listShape
      ? ''
      : `The list of posts is set in ${IN_LIST[after.listShape]} instead of ${IN_LIST[before.listShape]}.`,
    before.fallbackFeatured === after.fallbackFeatured
      ? ''
      : after.fallbackFeatured
        ? 'Posts without a featured image of their own show another fallback in the list.'
        : 'Posts without a featured image of their own show none in the list.',
  ].filter(Boolean)
}

const touches = ({ shaped, behaving, heights }: HouseEffect): boolean =>
  shaped + behaving > 0 || heights.some(({ before, after }) => Math.abs(after - before) > 20)

function PostEffect({ effect: { id, title, state, rows, shaped, behaving, heights, worse } }: { effect: HouseEffect }) {
  const facts = [
    shaped ? `${shaped} of ${count(rows, 'row')} in another size` : '',
    behaving ? `${count(behaving, 'row')} ${behaving === 1 ? 'behaves' : 'behave'} otherwise` : '',
  ].filter(Boolean)
  return (
    <article>
      <h3 className="flex items-baseline gap-2">
        <Link to={`/posts/${id}`} className="min-w-0 truncate font-medium underline underline-offset-4">
          {titleOf({ title })}
        </Link>
        <span className="label-narrow shrink-0 text-soft">{state === 'none' ? 'not published' : state}</span>
      </h3>
      {facts.length > 0 && <p>{facts.join('; ')}.</p>}
      {heights.some(({ before, after }) => before !== after) && (
        <p className="figures text-blueink">
          {heights.map(({ screen, before, after }) => (
            <span key={screen} className="mr-3 whitespace-nowrap">
              {screen} {after === before ? 'as long' : `${after > before ? '+' : '−'}${Math.abs(after - before)} px`}
            </span>
          ))}
        </p>
      )}
      {worse.slice(0, 2).map((words) => (
        <p key={words} className="text-ruby">
          {words}
        </p>
      ))}
      {worse.length > 2 && <p className="text-ruby">And {worse.length - 2} more.</p>}
    </article>
  )
}

/** Live posts keep the style they were sent with. Here they are sent again, one after another. */
function UpdateLive() {
  const { posts } = usePostList()
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [done, setDone] = useState<number | null>(null)
  const live = posts?.filter(({ publication }) => publication.state === 'live' || publication.state === 'planned') ?? []
  // What has been written since must not go out unseen.
  const ready = live.filter(({ publication, version }) => publication.version === version)
  async function update() {
    try {
      for (const [i, { id, version }] of ready.entries()) {
        setDone(i)
        await followJob(await api.posts.publish(id, 'live', version))
      }
      say(
        `${capital(count(ready.length, 'live post'))} ${ready.length === 1 ? 'has' : 'have'} the house style as it is now.`,
      )
    } catch (error) {
      refuse(error)
    } finally {
      setDone(null)
      void client.invalidateQueries({ queryKey: ['posts'] })
    }
  }
  return (
    <div className="flex flex-col gap-3">
      <p className="text-soft">Change something, and what it alters in your posts stands here before you save it.</p>
      {ready.length > 0 && (
        <div className="flex flex-col items-start gap-2 border-t border-hairline pt-3">
          <p>Live posts keep the style they were sent with until they are updated.</p>
          <Button small disabled={done !== null} onClick={() => void update()}>
            {done === null ? `Update ${count(ready.length, 'live post')}` : `Updating ${done + 1} of ${ready.length}…`}
          </Button>
        </div>
      )}
      {live.length > ready.length && (
        <div className="text-soft">
          <p>
            Changed since {live.length - ready.length === 1 ? 'it was' : 'they were'} sent; to be published from the
            board, where the changes are shown:
          </p>
          <ul>
            {live
              .filter((post) => !ready.includes(post))
              .map((post) => (
                <li key={post.id} className="truncate">
                  <Link to={`/posts/${post.id}`} className="text-ink underline underline-offset-4">
                    {titleOf(post)}
                  </Link>
                </li>
              ))}
          </ul>
        </div>
      )}
    </div>
  )
}
