import type { HouseStyle } from '../../../core/house/house-style.ts'
import { READER_SCREENS } from '../../../core/house/screens.ts'
import { slideWidthAt } from '../../../core/shows/slide-widths.ts'
import type { PostShow, SlideChange } from '../../../core/shows/show.ts'
import { Button } from '../../ui/button.tsx'
import { useRoom } from '../../ui/use-room.ts'
import { capital, count } from '../../ui/words.ts'
import type { ChangeSlides } from './one-slide.tsx'
import { SlideFaults } from './slide-faults.tsx'
import { SlideView } from './slide-view.tsx'
import { type JudgedPost, worstFirst } from './use-slides.ts'

/** The share of the sheet's width in which a slide is drawn, by screen. */
const DRAWN = { phone: 0.13, tablet: 0.2, wide: 0.24 } as const

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
  const faulty = slides.filter(({ faults }) => faults && faults.length > 0)
  const known = faulty.filter(({ mends }) => mends)
  const mendable = faulty.flatMap(({ post, mends }): [string, SlideChange][] =>
    mends?.[0] ? [[post.id, mends[0].change]] : [],
  )
  const [room, { w: wide }] = useRoom({ w: 920, h: 600 })
  return (
    <div ref={room} className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
      <div className="flex items-center gap-3 pb-2">
        <Button
          look="ink"
          disabled={mendable.length === 0 || known.length < faulty.length}
          onClick={() => onChange(Object.fromEntries(mendable))}
        >
          {mendable.length ? `Mend all, ${count(mendable.length, 'slide')}` : 'Mend all'}
        </Button>
        <span className="text-soft" role="status">
          {known.length < faulty.length
            ? `Working out what mends them: ${known.length} of ${faulty.length}`
            : mendable.length
              ? 'Each by what alters it least'
              : ''}
        </span>
      </div>
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
          {worstFirst(slides).map((slide) => (
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
