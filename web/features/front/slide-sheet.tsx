import { useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { READER_SCREENS } from '../../../core/house/screens.ts'
import { slideWidthAt } from '../../../core/shows/slide-widths.ts'
import type { PostShow } from '../../../core/shows/show.ts'
import { useRoom } from '../../ui/use-room.ts'
import { capital } from '../../ui/words.ts'
import type { ChangeSlides } from './one-slide.tsx'
import { SlideFaults } from './slide-faults.tsx'
import { SlideView } from './slide-view.tsx'
import { type JudgedPost, worstFirst } from './use-slides.ts'

/** The share of the sheet's width in which a slide is drawn, by screen. */
const DRAWN = { phone: 0.13, tablet: 0.2, wide: 0.24 } as const

/** The worst first, as they were when all had been judged: what is mended stays under the hand that mends it. */
function useOrder(slides: readonly JudgedPost[]): readonly JudgedPost[] {
  const of = slides.map(({ post }) => post.id).join(' ')
  const [kept, setKept] = useState<{ readonly of: string; readonly places: ReadonlyMap<string, number> }>()
  if (kept?.of !== of) {
    if (slides.some(({ faults }) => !faults)) return slides
    setKept({ of, places: new Map(worstFirst(slides).map(({ post }, i) => [post.id, i])) })
    return slides
  }
  return [...slides].sort((a, b) => kept.places.get(a.post.id)! - kept.places.get(b.post.id)!)
}

/** Every slide at three widths, the worst first, with what mends it. */
export function SlideSheet({
  show,
  slides,
  house,
  onOpen,
  onChange,
}: {
  show: PostShow
  slides: readonly JudgedPost[]
  house: HouseStyle
  onOpen: (post: string) => void
  onChange: ChangeSlides
}) {
  const order = useOrder(slides)
  const [room, { w: wide }] = useRoom({ w: 920, h: 600 })
  return (
    <div ref={room} className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
      <table className="w-full border-collapse">
        <thead>
          <tr className="label-narrow text-left text-soft">
            {READER_SCREENS.map(({ name, width }) => (
              <th key={name} scope="col" className="pr-3 pb-1 font-semibold">
                {capital(name)} <span className="figures">{Math.round(slideWidthAt(show, house, width))} px</span>
              </th>
            ))}
            <th scope="col" className="w-full pb-1 font-semibold">
              What is wrong, and what mends it
            </th>
          </tr>
        </thead>
        <tbody>
          {order.map((slide) => (
            <tr key={slide.post.id} className="border-t border-hairline align-top">
              {READER_SCREENS.map(({ name, width }) => {
                const own = slideWidthAt(show, house, width)
                return (
                  <td key={name} className="py-2 pr-3">
                    <SlideView
                      show={show}
                      post={slide.post}
                      house={house}
                      width={own}
                      scale={(DRAWN[name] * wide) / own}
                    />
                  </td>
                )
              })}
              <td className="py-2">
                <button
                  type="button"
                  className="pb-0.5 text-left font-semibold underline decoration-hairline underline-offset-4 hover:decoration-ink"
                  onClick={() => onOpen(slide.post.id)}
                >
                  {slide.post.title}
                </button>
                <SlideFaults
                  show={show}
                  slide={slide}
                  house={house}
                  onMend={(mend) => onChange({ [slide.post.id]: mend.change })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
