import type { JudgedSlide } from './judged-slide.ts'
import { lineContrast, subjectCovered } from './slide-contrast.ts'
import { type LaidSlide, widestPiece } from './slide-layout.ts'
import { laidRanges } from './slide-ranges.ts'
import type { SlideSetting } from './slide-setting.ts'

/** Words cover no more of the frame than this. */
const MOST_COVERED = 0.5

export const SLIDE_FAULTS = ['low', 'word', 'covers', 'subject', 'contrast'] as const
/** What is wrong with a slide. */
export interface SlideFault {
  /**
   * `low`: the frame is lower than its words; `word`: a word is broken, for it is wider than the block; `covers`: too
   * much of the picture is covered; `subject`: what is to be seen is; `contrast`: a line can't be read
   */
  readonly kind: (typeof SLIDE_FAULTS)[number]
  /** widths of the slide between which it is so, px; not at each of them, perhaps */
  readonly from: number
  readonly to: number
  /** place of the line, of a word and of a contrast */
  readonly line?: number
  /** of a contrast: the least that it has, and what it needs */
  readonly contrast?: number
  readonly needs?: number
}

/** What is wrong with the fit of words so laid out, whatever they stand over. */
export function fitFaults(slide: LaidSlide): Pick<SlideFault, 'kind' | 'line'>[] {
  const { lines, room, taken, block, stands, width, height } = slide
  const faults: Pick<SlideFault, 'kind' | 'line'>[] = []
  if (taken > room.height) faults.push({ kind: 'low' })
  for (const { said, face, size } of lines)
    if (widestPiece(said.text, face) * size > room.width) faults.push({ kind: 'word', line: said.at })
  if (stands === 'over' && block.width * block.height > MOST_COVERED * width * height) faults.push({ kind: 'covers' })
  return faults
}

/** Everything that is wrong with a slide, at whatever width; nothing where it fits and can be read at every one. */
export function slideFaults(judged: JudgedSlide, setting: SlideSetting): SlideFault[] {
  const found = new Map<string, SlideFault>()
  const add = (fault: Omit<SlideFault, 'from' | 'to'>, from: number, to: number) => {
    const key = `${fault.kind} ${fault.line ?? ''}`
    const before = found.get(key)
    found.set(key, {
      ...fault,
      ...(fault.contrast === undefined ? {} : { contrast: Math.min(fault.contrast, before?.contrast ?? 21) }),
      from: Math.min(from, before?.from ?? from),
      to: Math.max(to, before?.to ?? to),
    })
  }
  for (const { from, to, slides } of laidRanges(judged, setting))
    for (const slide of slides) {
      for (const fault of fitFaults(slide)) add(fault, from, to)
      if (slide.stands !== 'over') continue
      if (subjectCovered(slide, judged.under)) add({ kind: 'subject' }, from, to)
      for (const line of slide.lines) {
        const contrast = lineContrast(line, slide, judged, setting.veil)
        if (contrast < line.needs) add({ kind: 'contrast', line: line.said.at, contrast, needs: line.needs }, from, to)
      }
    }
  return [...found.values()].sort((a, b) => SLIDE_FAULTS.indexOf(a.kind) - SLIDE_FAULTS.indexOf(b.kind))
}
