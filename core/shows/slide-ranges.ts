import { LAYOUT_GRID } from '../geometry/line.ts'
import { countLines } from '../type/count-lines.ts'
import type { JudgedSlide } from './judged-slide.ts'
import { INSET, NARROW_SLIDE, setLine, stepOn } from './show-type.ts'
import { blockWidth, type LaidSlide, slideLayer } from './slide-layout.ts'
import { BESIDE_FROM, type SlideSetting } from './slide-setting.ts'

/** Between two widths that are looked at, what is seen of the picture changes by no more than this. */
const STRIDE = 1.12

/** A range of widths in which the words of a slide take the same lines. */
interface SlideRange {
  readonly from: number
  readonly to: number
  /** the next range has other lines, or stands otherwise: both ends are to be looked at */
  readonly ends: boolean
}

/**
 * The ranges of widths in which the words of a slide take the same lines, parted where nothing changes for long. A wider
 * line never takes more lines, so each change is found by halving: O(changes · log width · characters).
 */
export function slideRanges({ said, house, widths }: JudgedSlide, setting: SlideSetting): SlideRange[] {
  const { least, most } = widths
  const marks = [NARROW_SLIDE, INSET.least / INSET.share, INSET.most / INSET.share, BESIDE_FROM, setting.bandBelow]
  const knees = [least, ...marks.filter((mark) => mark > least && mark < most).sort((a, b) => a - b), most]
  const found = new Set(knees)
  knees.slice(0, -1).forEach((from, i) => {
    const [low, high] = [Math.round(from / LAYOUT_GRID), Math.round(knees[i + 1]! / LAYOUT_GRID) - 1]
    for (const { text, line } of said) {
      const { size, face } = setLine(stepOn(line.step, setting.smaller, from < NARROW_SLIDE), line.bold, house)
      const lines = (place: number) => countLines(text, blockWidth(setting, place * LAYOUT_GRID), size, face)
      const counted = (place: number) => ({ place, lines: lines(place) })
      changes(counted(low), counted(high), lines, (place) => found.add(place * LAYOUT_GRID))
    }
  })
  const sorted = [...found].sort((a, b) => a - b)
  return sorted.slice(0, -1).flatMap((from, i) => {
    const to = sorted[i + 1]!
    const parts = Math.max(1, Math.ceil(Math.log(to / from) / Math.log(STRIDE)))
    const at = (part: number) => from * (to / from) ** (part / parts)
    return Array.from({ length: parts }, (_, part) => ({
      from: at(part),
      to: part === parts - 1 ? to : at(part + 1),
      ends: part === parts - 1,
    }))
  })
}

/** A place on the grid of widths, and the lines that a text takes there. */
interface Counted {
  readonly place: number
  readonly lines: number
}
/** Tells each place from which on there are other lines than before it. */
function changes(
  low: Counted,
  high: Counted,
  linesAt: (place: number) => number,
  found: (place: number) => void,
): void {
  if (low.lines === high.lines || low.place >= high.place) return
  if (high.place - low.place === 1) return found(high.place)
  const place = (low.place + high.place) >> 1
  const middle = { place, lines: linesAt(place) }
  changes(low, middle, linesAt, found)
  changes(middle, high, linesAt, found)
}

/** A slide laid out throughout a range of widths: at its beginning, and at its end where the next is otherwise. */
export interface LaidRange extends SlideRange {
  readonly slides: readonly LaidSlide[]
}
export function laidRanges(judged: JudgedSlide, setting: SlideSetting): LaidRange[] {
  const lay = slideLayer(judged, setting)
  return slideRanges(judged, setting).map((range) => {
    const { from, to, ends } = range
    const last = to === judged.widths.most ? to : Math.max(from, to - LAYOUT_GRID)
    return { ...range, slides: ends ? [lay(from), lay(last)] : [lay(from)] }
  })
}
