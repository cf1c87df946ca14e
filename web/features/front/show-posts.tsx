import type { ListedPost } from '../../../core/front/listed-post.ts'
import { slidesOf } from '../../../core/shows/choose.ts'
import { MOST_SLIDES, type PostShow } from '../../../core/shows/show.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { Section, YesNo } from '../house-style/section.tsx'
import type { ChangeShow } from './show-fields.tsx'

interface Props {
  readonly show: PostShow
  /** live, newest first */
  readonly posts: readonly ListedPost[]
  readonly topics: readonly string[]
  readonly onChange: ChangeShow
}

/** Which posts the slides are made of. */
export function ShowPosts({ show, posts, topics, onChange }: Props) {
  const { from } = show
  const by = (value: PostShow['from']['by']) => {
    if (value === 'newest') onChange({ from: { by: 'newest' }, order: show.order === 'hand' ? 'date' : show.order })
    else if (value === 'topic')
      onChange({ from: { by: 'topic', topic: topics[0] ?? '' }, order: show.order === 'hand' ? 'date' : show.order })
    // What is shown is what one begins to choose from.
    else
      onChange({ from: { by: 'hand', posts: slidesOf(show, posts).map(({ id }) => id) }, order: 'hand', turned: false })
  }
  return (
    <Section title="Posts" open>
      <Choice
        label="Which posts"
        value={from.by}
        onChange={by}
        options={[
          { value: 'newest', label: 'Newest' },
          ...(topics.length || from.by === 'topic' ? [{ value: 'topic' as const, label: 'Of a topic' }] : []),
          { value: 'hand', label: 'By hand' },
        ]}
      />
      {from.by === 'topic' && (
        <Select
          label="Topic of the posts"
          value={from.topic}
          options={[...new Set([...topics, from.topic])].map((topic) => [topic, topic])}
          onChange={(topic) => onChange({ from: { by: 'topic', topic } })}
        />
      )}
      {from.by === 'hand' && <ByHand chosen={from.posts} posts={posts} onChange={onChange} />}
      <Line label="Order">
        <Select
          label="Order of the slides"
          value={show.order}
          options={[
            ['date', 'By date, newest first'],
            ['title', 'By title'],
            ...(from.by === 'hand' ? [['hand', 'As chosen'] as const] : []),
          ]}
          onChange={(order) => onChange({ order })}
        />
      </Line>
      <YesNo label="Turned round" value={show.turned} onChange={(turned) => onChange({ turned })} />
      <Line label="At most">
        <NumberInput
          label="Slides at most"
          unit="slides"
          value={show.most}
          least={1}
          most={MOST_SLIDES}
          onChange={(most) => onChange({ most: Math.round(most ?? show.most) }, 'most')}
        />
      </Line>
      <Line label="No picture" top>
        <Choice
          label="Posts without a featured image"
          value={show.pictureless}
          onChange={(pictureless) => onChange({ pictureless })}
          options={[
            { value: 'left out', label: 'Left out' },
            { value: 'house', label: 'The house’s' },
          ]}
        />
      </Line>
    </Section>
  )
}

/** Posts chosen by hand, in their order. One that is not live any more keeps its place, and comes back with itself. */
function ByHand({
  chosen,
  posts,
  onChange,
}: {
  chosen: readonly string[]
  posts: readonly ListedPost[]
  onChange: ChangeShow
}) {
  const set = (ids: readonly string[]) => onChange({ from: { by: 'hand', posts: [...ids] } })
  const move = (at: number, by: -1 | 1) => {
    const next = [...chosen]
    ;[next[at], next[at + by]] = [next[at + by]!, next[at]!]
    set(next)
  }
  const left = posts.filter(({ id }) => !chosen.includes(id))
  return (
    <>
      <ol className="flex flex-col">
        {chosen.map((id, at) => {
          const title = posts.find((post) => post.id === id)?.title ?? 'A post that is not live'
          return (
            <li key={id} className="flex items-center gap-1 border-t border-hairline py-1">
              <span className="min-w-0 flex-1 truncate" title={title}>
                {title}
              </span>
              <Button small aria-label={`“${title}” earlier`} disabled={at === 0} onClick={() => move(at, -1)}>
                ↑
              </Button>
              <Button
                small
                aria-label={`“${title}” later`}
                disabled={at === chosen.length - 1}
                onClick={() => move(at, 1)}
              >
                ↓
              </Button>
              <Button small aria-label={`Take out “${title}”`} onClick={() => set(chosen.filter((one) => one !== id))}>
                ✕
              </Button>
            </li>
          )
        })}
      </ol>
      {left.length > 0 && chosen.length < MOST_SLIDES && (
        <Select
          label="Add a post"
          value=""
          options={[['', 'Add a post…'], ...left.map(({ id, title }) => [id, title] as const)]}
          onChange={(id) => id && set([...chosen, id])}
        />
      )}
    </>
  )
}
