import type { SlideChange } from '../../../core/shows/show.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import type { ChangeSlides } from './one-slide.tsx'
import type { JudgedPost } from './use-slides.ts'

/** How many slides are to be mended, in words, and the press that mends all of them. */
export function SlidesStanding({
  slides,
  failed,
  onChange,
}: {
  slides: readonly JudgedPost[]
  /** why they could not be judged */
  failed: string
  onChange: ChangeSlides
}) {
  const faulty = slides.filter(({ faults }) => faults && faults.length > 0)
  const known = faulty.filter(({ mends }) => mends)
  const mendable = faulty.flatMap(({ post, mends }): [string, SlideChange][] =>
    mends?.[0] ? [[post.id, mends[0].change]] : [],
  )
  return (
    <>
      <p role="status" className={faulty.length > 0 ? 'text-ruby' : 'text-soft'}>
        {failed ? `The slides could not be judged: ${failed}` : inWords(slides, faulty.length)}
      </p>
      {known.length < faulty.length ? (
        <span className="text-soft">
          Working out what mends them: {known.length} of {faulty.length}
        </span>
      ) : (
        mendable.length > 0 && (
          <Button
            look="ink"
            small
            title="Each by what alters it least"
            onClick={() => onChange(Object.fromEntries(mendable))}
          >
            Mend all, {count(mendable.length, 'slide')}
          </Button>
        )
      )}
    </>
  )
}

function inWords(slides: readonly JudgedPost[], faulty: number): string {
  if (slides.length === 0) return 'No live post has what these slides ask for.'
  if (slides.some(({ faults }) => !faults)) return 'Judging the slides…'
  if (faulty > 0) return `${faulty} of ${slides.length} do not fit, or can’t be read, at some width`
  const all = slides.length === 1 ? 'The slide fits' : `All ${slides.length} slides fit`
  return `${all} and can be read at every width`
}
