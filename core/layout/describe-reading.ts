import { bytesInWords } from '../files/bytes-in-words.ts'
import { rowBytes } from '../files/forecast.ts'
import { CAPTION_OVER, CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import { PHONE, READER_SCREENS, WIDE } from '../house/screens.ts'
import { containerWidth } from '../house/seats.ts'
import { captionsOf, clickOf, filtersOf, mannerOf } from '../post/effective.ts'
import type { OnClick } from '../post/on-click.ts'
import { textsInRow } from '../post/texts.ts'
import { captionLines } from './caption-bands.ts'
import { type Consequence } from './consequence.ts'
import { filterLines, filterOf } from './filter-bar.ts'
import { allPictures, asOneText, type LaidRow, textBelow } from '../place/lay-row.ts'
import { seatOf } from './row-lengths.ts'
import { rowInWindow } from './row-in-window.ts'

/** What a row does once readers have it before them: how it runs, what its captions take, what is loaded at first, what a click does. */

/** How long a slideshow runs, and what starts it. */
export function running({ row, pictures, layout }: LaidRow, house: HouseStyle): Consequence[] {
  if (layout.variants[0]!.form.type !== 'strip') return []
  const { seconds, starts } = mannerOf(row, house)
  const all = Math.round(pictures.length * seconds)
  const time = all < 90 ? `${all} s` : `${Math.floor(all / 60)} min ${all % 60} s`
  return [
    {
      about: 'runs',
      words: `${pictures.length} pictures of ${seconds} s, ${time} in all. ${starts ? 'Starts by itself, except where motion is unwelcome.' : 'Runs when a reader starts it.'}`,
      poor: all > 180 && starts,
      ...(all > 180 && starts
        ? { mend: { words: 'Let a reader start it', change: { slideshow: { ...row.slideshow, starts: false } } } }
        : {}),
    },
  ]
}

/** Lines that captions take where room is kept for the longest, or how much of their pictures they cover. */
export function captioning(laid: LaidRow, house: HouseStyle): Consequence[] {
  const { row, pictures } = laid
  if (laid.layout.variants[0]!.form.type === 'strip' && captionsOf(row, house) === 'each') {
    const linesAt = (window: number) => {
      const { height, form } = rowInWindow(laid, house, window)
      const frame = form.type === 'strip' ? height * form.frame : 0
      return Math.max(...pictures.map((one) => captionLines(textBelow(row, one, house), frame, house)))
    }
    const [wide, phone] = [linesAt(WIDE.width), linesAt(PHONE.width)]
    if (phone === 0) return []
    return [
      {
        about: 'captions',
        words: `Room is kept for the longest caption: ${wide === phone ? lines(wide) : `${lines(wide)}, on a phone ${phone}`}.`,
        poor: phone > 6,
      },
    ]
  }
  if (captionsOf(row, house) !== 'hover') return []
  const { boxes } = rowInWindow(laid, house, WIDE.width)
  const covered = pictures.map(({ placed, picture }, i) => {
    const text = asOneText(textsInRow(placed, picture))
    const em = house.type.fontSize * CAPTION_TYPE.size
    const count = captionLines(text, boxes[i]!.w - 2 * CAPTION_OVER.beside * em, house)
    return count === 0 ? 0 : ((count * CAPTION_TYPE.lineHeight + 2 * CAPTION_OVER.above) * em) / boxes[i]!.h
  })
  const most = covered.indexOf(Math.max(...covered))
  if (covered[most] === 0) return []
  return [
    {
      about: 'captions',
      words: `Shown over a picture while it is pointed at; the longest covers ${Math.round(100 * Math.min(1, covered[most]!))} % of picture ${most + 1}. Always shown on touch screens, two lines at most.`,
      poor: covered[most]! > 0.6,
    },
  ]
}

const lines = (n: number): string => (n === 1 ? 'one line' : `${n} lines`)

/** How much room the filter takes above its gallery, or why there is none. */
export function filtering(laid: LaidRow, house: HouseStyle): Consequence[] {
  if (!filtersOf(laid.row, house)) return []
  const tags = filterOf(laid, house)
  if (tags.length === 0)
    return [
      {
        about: 'filter',
        words: 'Readers find none: no tag is left that tells some of these pictures from the others.',
        poor: true,
        mend: { words: 'Leave the filter out', change: { filter: false } },
      },
    ]
  const linesAt = (window: number) => filterLines(laid, tags, containerWidth(seatOf(laid.row), house, window), house)
  const [wide, phone] = [linesAt(WIDE.width), linesAt(PHONE.width)]
  return [
    {
      about: 'filter',
      words: `${tags.length === 1 ? 'One tag' : `${tags.length} tags`} in ${lines(wide)}${phone === wide ? '' : `, on a phone ${phone}`}.`,
      poor: phone > 3,
    },
  ]
}

/** What is loaded before a reader does anything, where that is less than all. */
export function loadedFirst(laid: LaidRow, house: HouseStyle): Consequence[] {
  const { form } = laid.layout.variants[0]!
  if (form.type === 'strip') {
    const parts = READER_SCREENS.map((screen) => {
      const seen = rowInWindow(laid, house, screen.width).form
      const first = laid.pictures.slice(0, (seen.type === 'strip' ? seen.across : 1) + 1)
      return `${screen.name} ${bytesInWords(rowBytes({ ...laid, pictures: first }, screen, house))}`
    })
    return [{ about: 'first', words: `What is shown and one ahead: ${parts.join(', ')}.`, poor: false }]
  }
  if (!laid.rest) return []
  const all = allPictures(laid).length
  return [
    {
      about: 'first',
      words: `${laid.pictures.length} of ${all} pictures; ${laid.rest.pictures.length === 1 ? 'the other one when a reader asks for it' : `the other ${laid.rest.pictures.length} when a reader asks for them`}.`,
      poor: false,
    },
  ]
}

const CLICK: Record<Exclude<OnClick['do'], 'web-address'>, string> = {
  nothing: 'does nothing',
  enlarge: 'enlarges the picture',
  'picture-file': 'opens the picture file',
  'picture-page': 'opens the picture’s page',
}

/** What a click does, and what it does without scripts. */
export function clicking(laid: LaidRow, house: HouseStyle): Consequence {
  const { row } = laid
  const clicks = allPictures(laid).map(({ placed }) => clickOf(row, placed, house))
  const usual = clickOf(row, undefined, house)
  const apart = clicks.filter((click) => JSON.stringify(click) !== JSON.stringify(usual)).length
  const does =
    usual.do === 'web-address' ? `leads to ${usual.href}${usual.newWindow ? ' in a new window' : ''}` : CLICK[usual.do]
  const without =
    usual.do === 'enlarge' ? ` Without scripts it opens ${house.pages.made === 'all' ? 'its page' : 'its file'}.` : ''
  const differ =
    apart === 0
      ? ''
      : ` ${apart === clicks.length ? 'Every picture has' : apart === 1 ? 'One picture has' : `${apart} pictures have`} a click of ${apart === 1 ? 'its' : 'their'} own.`
  return {
    about: 'click',
    words: `A click ${does}.${without}${differ}${clicks.some((click) => click.do !== 'nothing') ? ' T or Ctrl-click tries it.' : ''}`,
    poor: false,
  }
}
