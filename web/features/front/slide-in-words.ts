import type { SlideFault } from '../../../core/shows/slide-faults.ts'
import type { SlideWidths } from '../../../core/shows/slide-widths.ts'
import type { SlideMend } from '../../../core/shows/slide-mends.ts'
import type { BlockPlace, PostShow, ShowLine } from '../../../core/shows/show.ts'
import { count } from '../../ui/words.ts'

export const FACT_NAMES: Record<ShowLine['says'], string> = {
  title: 'Title',
  excerpt: 'Excerpt',
  date: 'Date',
  topic: 'Topics',
  byline: 'Byline',
  pictures: 'Number of pictures',
  own: 'Own words',
}

export const PLACE_NAMES: Record<BlockPlace, string> = {
  'top-left': 'top left',
  top: 'top',
  'top-right': 'top right',
  left: 'left',
  middle: 'middle',
  right: 'right',
  'foot-left': 'foot left',
  foot: 'foot',
  'foot-right': 'foot right',
}

/** On which slides, where not on all. */
function where({ from, to }: SlideFault, { least, most }: SlideWidths): string {
  const [low, high] = [Math.round(from), Math.round(to)]
  if (from <= least && to >= most) return ''
  if (to >= most) return `, from ${low} px`
  return from <= least ? `, up to ${high} px` : `, ${low} to ${high} px`
}

const tenths = (value: number) => value.toFixed(1)

/** "Title: contrast 2.1, needs 3, from 560 px". */
export function faultInWords(fault: SlideFault, show: PostShow, widths: SlideWidths): string {
  const line = fault.line === undefined ? '' : FACT_NAMES[show.lines[fault.line]!.says]
  const said: Record<SlideFault['kind'], string> = {
    low: 'The frame is lower than the words',
    word: `${line}: a word is wider than the block`,
    covers: 'Words cover more than half of the picture',
    subject: 'Words lie on what is to be seen',
    contrast: `${line}: contrast ${tenths(Math.floor(10 * (fault.contrast ?? 0)) / 10)}, needs ${fault.needs}`,
  }
  return said[fault.kind] + where(fault, widths)
}

const STEPS = ['', 'one step', 'two steps', 'three steps', 'four steps']

/** "Words to the top right and a veil of 34 %". */
export function mendInWords({ change, by }: SlideMend, widths: SlideWidths): string {
  const said = by.map((one) => {
    switch (one) {
      case 'place':
        return `words to the ${PLACE_NAMES[change.place!]}`
      case 'width':
        return `a block ${change.width} % wide`
      case 'smaller':
        return `type ${STEPS[change.smaller!]} smaller`
      case 'words':
        return `excerpt of ${count(change.words!, 'word')}`
      case 'veil':
        return `a veil of ${Math.round(100 * change.veil!)} %`
      case 'bandBelow':
        return change.bandBelow! > widths.most
          ? 'words below the picture'
          : `words below the picture up to ${change.bandBelow} px`
    }
  })
  const text = said.length < 2 ? said.join('') : `${said.slice(0, -1).join(', ')} and ${said.at(-1)}`
  return text.charAt(0).toUpperCase() + text.slice(1)
}
