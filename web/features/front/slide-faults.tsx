import type { HouseStyle } from '../../../core/house/house-style.ts'
import { slideWidths } from '../../../core/shows/slide-widths.ts'
import type { SlideMend } from '../../../core/shows/slide-mends.ts'
import type { PostShow } from '../../../core/shows/show.ts'
import { Button } from '../../ui/button.tsx'
import { faultInWords, mendInWords } from './slide-in-words.ts'
import type { JudgedPost } from './use-slides.ts'

/** What is wrong with a slide, and what mends it, smallest first. */
export function SlideFaults({
  show,
  slide: { faults, mends },
  house,
  onMend,
}: {
  show: PostShow
  slide: JudgedPost
  house: HouseStyle
  onMend: (mend: SlideMend) => void
}) {
  const widths = slideWidths(show, house)
  if (!faults) return <p className="text-soft">Judging…</p>
  if (faults.length === 0) return <p className="text-soft">Fits and can be read</p>
  return (
    <>
      <ul className="text-ruby">
        {faults.map((fault) => (
          <li key={`${fault.kind} ${fault.line ?? ''}`}>{faultInWords(fault, show, widths)}</li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-1.5 pt-1.5">
        {mends?.map((mend) => (
          <Button key={mend.by.join()} small className="text-left whitespace-normal!" onClick={() => onMend(mend)}>
            {mendInWords(mend, widths)}
          </Button>
        ))}
        {!mends && <span className="text-soft">Working out what mends it…</span>}
        {mends?.length === 0 && (
          <span className="text-soft">
            Nothing that could be done to this slide alone mends it: say less, or set it otherwise.
          </span>
        )}
      </div>
    </>
  )
}
