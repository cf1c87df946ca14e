import { useState } from 'react'
import { changeTopic, LONGEST_TOPIC_LINE, orderedTopics, topicPage } from '../../../core/front/front.ts'
import { CENTRE } from '../../../core/geometry/crop-window.ts'
import { topicPaths, topicsOf } from '../../../core/page/list-pages.ts'
import { LIST_SHAPES } from '../../../core/page/list-shapes.ts'
import { placeInOriginal, placeShown } from '../../../core/recipe/places.ts'
import { pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { TextArea } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { count } from '../../ui/words.ts'
import { Section } from '../house-style/section.tsx'
import { FocusPicker } from '../pictures/focus-picker.tsx'
import { PicturePicker } from '../pictures/picture-picker.tsx'
import type { FrontParts } from './front-parts.ts'

/** Topics in their order, each with what stands above its posts. */
export function FrontTopics({ front, posts, library, onChange, onLook }: FrontParts) {
  const [open, setOpen] = useState<string>()
  const names = topicsOf(posts)
  const ordered = orderedTopics(front, names)
  const paths = topicPaths(names)
  const move = (name: string, by: -1 | 1) =>
    onChange((now) => {
      const order = [...ordered]
      const at = order.indexOf(name)
      ;[order[at], order[at + by]] = [order[at + by]!, order[at]!]
      const all = order.reduce((front, one) => changeTopic(front, one, {}), now)
      const rank = (topic: string) => (order.includes(topic) ? order.indexOf(topic) : order.length)
      return { ...all, topics: [...all.topics].sort((a, b) => rank(a.name) - rank(b.name)) }
    })
  return (
    <Section title="Topics">
      {ordered.length === 0 && (
        <p className="text-soft">No live post has a topic. Topics are given in a post’s ticket.</p>
      )}
      <ol className="flex flex-col">
        {ordered.map((name, i) => (
          <li key={name} className="border-t border-hairline py-1">
            <div className="flex items-center gap-1">
              <button
                type="button"
                aria-expanded={open === name}
                className="min-w-0 flex-1 truncate text-left underline decoration-hairline underline-offset-4 hover:decoration-ink"
                onClick={() => {
                  setOpen(open === name ? undefined : name)
                  onLook(paths.get(name)!)
                }}
              >
                {name}
              </button>
              <span className="figures">
                {count(posts.filter(({ topics }) => topics.includes(name)).length, 'post')}
              </span>
              <Button small aria-label={`${name} earlier`} disabled={i === 0} onClick={() => move(name, -1)}>
                ↑
              </Button>
              <Button
                small
                aria-label={`${name} later`}
                disabled={i === ordered.length - 1}
                onClick={() => move(name, 1)}
              >
                ↓
              </Button>
            </div>
            {open === name && <Topic name={name} front={front} library={library} onChange={onChange} />}
          </li>
        ))}
      </ol>
    </Section>
  )
}

function Topic({
  name,
  front,
  library,
  onChange,
}: Pick<FrontParts, 'front' | 'library' | 'onChange'> & { name: string }) {
  const [picking, setPicking] = useState(false)
  const own = topicPage(front, name)
  const picture = own?.picture && library.picture(own.picture.picture)
  const set = (change: Parameters<typeof changeTopic>[2], key?: string) =>
    onChange((now) => changeTopic(now, name, change), key)
  return (
    <div className="flex flex-col gap-2 py-2">
      <TextArea
        label="Line of introduction"
        maxLength={LONGEST_TOPIC_LINE}
        value={own?.line ?? ''}
        onChange={({ target }) => set({ line: target.value }, `line of ${name}`)}
      />
      {picture && own?.picture && (
        <FocusPicker
          picture={picture}
          focus={placeShown(own.picture.focus, picture)}
          listAspect={LIST_SHAPES.banners.aspect}
          onChange={(focus) =>
            set({ picture: { ...own.picture!, focus: placeInOriginal(focus, picture) } }, `focus of ${name}`)
          }
        />
      )}
      <div className="flex gap-2">
        <Button small onClick={() => setPicking(true)}>
          {picture ? 'Another picture…' : 'Choose a picture…'}
        </Button>
        {own?.picture && (
          <Button small look="plain" onClick={() => set({ picture: null })}>
            None
          </Button>
        )}
      </div>
      {front.shows.length > 0 && (
        <Select
          label={`Slideshow of posts above ${name}`}
          value={own?.show ?? ''}
          options={[['', 'No slideshow of posts'], ...front.shows.map((show) => [show.id, show.name] as const)]}
          onChange={(show) => set({ show: show || null })}
        />
      )}
      <PicturePicker
        open={picking}
        onOpenChange={setPicking}
        title={`Choose the picture of ${name}`}
        onPick={([id]) => {
          const one = id && pictureStore.get(id)
          if (id) set({ picture: { picture: id, focus: one ? placeInOriginal(one.focus, one) : CENTRE } })
        }}
      />
    </div>
  )
}
