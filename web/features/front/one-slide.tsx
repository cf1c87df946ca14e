import { clsx } from 'clsx'
import { useState } from 'react'
import { MENDS } from '../../../core/shows/slide-mends.ts'
import { slideWidths } from '../../../core/shows/slide-widths.ts'
import { wordsOfSlide } from '../../../core/shows/slide-words.ts'
import { LONGEST_LINE, type PostShow, type SlideChange } from '../../../core/shows/show.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { Button } from '../../ui/button.tsx'
import { TextInput } from '../../ui/field.tsx'
import { useRoom } from '../../ui/use-room.ts'
import { FACT_NAMES } from './slide-in-words.ts'
import { SlideFaults } from './slide-faults.tsx'
import { SlideView } from './slide-view.tsx'
import type { JudgedPost } from './use-slides.ts'

export type ChangeSlides = (changes: Readonly<Record<string, SlideChange>>, key?: string) => void

/** One slide, as wide as one likes, with its own wording; all others as a film below. */
export function OneSlide({
  show,
  slide,
  slides,
  house,
  onOpen,
  onChange,
}: {
  show: PostShow
  slide: JudgedPost
  slides: readonly JudgedPost[]
  house: HouseStyle
  onOpen: (post: string) => void
  onChange: ChangeSlides
}) {
  const { post, faults } = slide
  const widths = slideWidths(show, house)
  const [wanted, setWanted] = useState(widths.most)
  const width = Math.round(Math.min(widths.most, Math.max(widths.least, wanted)))
  const [room, size] = useRoom({ w: 800, h: 400 })
  const scale = Math.min(1, size.w / width)
  const change = show.changes[post.id] ?? {}
  const said = new Map(wordsOfSlide(show, post, house).map(({ at, text }) => [at, text]))
  const composed = new Map(wordsOfSlide(show, post, house, { ...change, lines: {} }).map(({ at, text }) => [at, text]))
  const reword = (at: number, text: string | undefined) => {
    const { [at]: _, ...lines } = change.lines ?? {}
    const next = text === undefined ? lines : { ...lines, [at]: text }
    onChange({ [post.id]: { lines: Object.keys(next).length ? next : undefined } }, `${post.id} line ${at}`)
  }
  const mended = MENDS.some((key) => change[key] !== undefined)
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
        <div className="flex items-center gap-3 pb-3">
          <label className="flex flex-1 items-center gap-3">
            <span className="label-narrow whitespace-nowrap text-soft">Width of the slide</span>
            <input
              type="range"
              className="min-w-0 flex-1 accent-ink"
              min={Math.ceil(widths.least)}
              max={Math.floor(widths.most)}
              value={width}
              onChange={({ target }) => setWanted(Number(target.value))}
            />
            <span className="figures w-16 text-right">{width} px</span>
          </label>
          {scale < 1 && <span className="figures">at {Math.round(scale * 100)} %</span>}
        </div>
        <div ref={room} className="flex justify-center">
          <SlideView show={show} post={post} house={house} width={width} scale={scale} />
        </div>
        <div className="grid grid-cols-2 gap-6 pt-4">
          <div>
            <h2 className="pb-1 font-semibold">{faults?.length === 0 ? 'At every width' : 'What is wrong'}</h2>
            {faults?.length === 0 ? (
              <p className="text-soft">The words fit, leave what is to be seen free, and can be read.</p>
            ) : (
              <SlideFaults
                show={show}
                slide={slide}
                house={house}
                onMend={(mend) => onChange({ [post.id]: mend.change })}
              />
            )}
            {mended && (
              <Button
                small
                look="plain"
                onClick={() => onChange({ [post.id]: Object.fromEntries(MENDS.map((key) => [key, undefined])) })}
              >
                As all slides again
              </Button>
            )}
          </div>
          <div className="flex flex-col gap-2">
            <h2 className="font-semibold">Its words, for this slideshow alone</h2>
            {show.lines.map((line, at) => (
              <TextInput
                // oxlint-disable-next-line react/no-array-index-key -- a line has no other name than its place
                key={at}
                label={FACT_NAMES[line.says]}
                maxLength={LONGEST_LINE}
                placeholder={composed.get(at) ?? 'Nothing to say'}
                value={change.lines?.[at] ?? said.get(at) ?? ''}
                className={change.lines?.[at] === undefined ? 'text-soft italic' : ''}
                onChange={({ target }) => reword(at, target.value)}
                note={
                  change.lines?.[at] !== undefined && (
                    <Button small look="plain" onClick={() => reword(at, undefined)}>
                      As the post has it
                    </Button>
                  )
                }
              />
            ))}
          </div>
        </div>
      </div>
      <ol
        aria-label="Slides in their order"
        className="flex gap-2 overflow-x-auto border-t border-hairline bg-card px-4 py-2"
      >
        {slides.map(({ post: one, faults: found }, i) => (
          <li key={one.id} className="shrink-0">
            <button
              type="button"
              aria-current={one.id === post.id}
              aria-label={`Slide ${i + 1}, ${one.title}${found?.length ? ', to be mended' : ''}`}
              className={clsx('block border-2', one.id === post.id ? 'border-ink' : 'border-transparent')}
              onClick={() => onOpen(one.id)}
            >
              <SlideView show={show} post={one} house={house} width={FILM_WIDTH} scale={FILM / FILM_WIDTH} />
              <span className={clsx('block h-1', found?.length ? 'bg-ruby' : 'bg-transparent')} />
            </button>
          </li>
        ))}
      </ol>
    </div>
  )
}

/** px of a slide in the film, and as wide as what it is drawn from */
const [FILM, FILM_WIDTH] = [130, 640]
