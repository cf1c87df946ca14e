import { bytesInWords } from '../files/bytes-in-words.ts'
import { leastSharp, rowBytes } from '../files/forecast.ts'
import { shareLost } from '../geometry/crop-window.ts'
import { captionHeight, type HouseStyle } from '../house/house-style.ts'
import { PHONE, READER_SCREENS, WIDE } from '../house/screens.ts'
import { containerWidth } from '../house/seats.ts'
import type { FollowingText } from '../post/following.ts'
import { besideText, LEAST_CHARACTERS, READABLE_CHARACTERS } from './beside-text.ts'
import { captionLines } from './caption-bands.ts'
import { textBelow, type LaidRow } from '../place/lay-row.ts'
import { type Consequence, widthMend } from './consequence.ts'
import { captioning, clicking, filtering, loadedFirst, running } from './describe-reading.ts'
import { rowInWindow } from './row-in-window.ts'
import { besideWidth, seatOf, spaceOf } from './row-lengths.ts'
import { type Box, type Form, placeRow, variantAt } from './row-layout.ts'
import { shareEmpty } from './strip.ts'

const whole = Math.round
const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine']
const spelled = (n: number) => NUMBERS[n] ?? String(n)
const range = (values: readonly number[]): string => {
  const [least, most] = [whole(Math.min(...values)), whole(Math.max(...values))]
  return least === most ? String(least) : `${least} to ${most}`
}
/** How many columns the boxes stand in. */
const columnsOf = (boxes: readonly Box[]): number => new Set(boxes.map((box) => whole(box.x))).size
const percent = (share: number): string => `${whole(100 * share)} %`

/** What is told of a row, but for the text beside it, by the width of the window: a laid row never changes. */
const told = new WeakMap<LaidRow, Map<number, readonly Consequence[]>>()

function withoutText(laid: LaidRow, house: HouseStyle, window: number): readonly Consequence[] {
  const byWindow = told.get(laid) ?? new Map<number, readonly Consequence[]>()
  told.set(laid, byWindow)
  const known = byWindow.get(window)
  if (known) return known
  const facts = [
    sizes(laid, house, window),
    ...cropping(laid),
    folding(laid, house),
    ...running(laid, house),
    ...captioning(laid, house),
    ...filtering(laid, house),
    sharpness(laid, house),
    weight(laid, house),
    ...loadedFirst(laid, house),
    clicking(laid, house),
  ]
  byWindow.set(window, facts)
  return facts
}

/**
 * What the row does in a window of `window` px, and on a phone. O(pictures × variants) the first time, then as much as
 * the text beside it.
 */
export function describeRow(laid: LaidRow, following: FollowingText, house: HouseStyle, window: number): Consequence[] {
  return [...withoutText(laid, house, window), ...textBeside(laid, following, house, window)]
}

/** The row's size in a few words: "148 high", "181 × 181 each", "outset 170 × 113". */
export function sizeInShort(laid: LaidRow, house: HouseStyle, window: number): string {
  const { boxes, height, form } = rowInWindow(laid, house, window)
  const first = boxes[0]!
  const seat = seatOf(laid.row)
  const place = seat === 'measure' ? '' : `${seat} `
  switch (form.type) {
    case 'single':
      return `${place}${whole(first.w)} × ${whole(first.h)}`
    case 'cells':
      return place ? `${place}${whole(first.w)} × ${whole(first.h)}` : `${whole(first.w)} × ${whole(first.h)} each`
    default:
      return `${place}${whole(height)} high`
  }
}

/** How much is cropped, in a word or two. */
export function cropInShort(laid: LaidRow): string {
  const { crops } = laid.layout
  const lost = crops?.reduce((sum, crop) => sum + shareLost(crop), 0) ?? 0
  return crops && lost / crops.length >= 0.005 ? `crops ${percent(lost / crops.length)}` : 'no crop'
}

/** Of the screen: a picture that is higher can't be taken in, and pushes everything else out of reach. */
const MOST_OF_SCREEN = 2

/** Whether one picture is far higher than the screen, in a window of this width. */
function towers(boxes: readonly Box[], screen: { readonly height: number }): boolean {
  return boxes.some((box) => box.h > MOST_OF_SCREEN * screen.height)
}

function sizes(laid: LaidRow, house: HouseStyle, window: number): Consequence {
  const { boxes, height, form } = rowInWindow(laid, house, window)
  const tallest = Math.max(...boxes.map((box) => box.h))
  if (towers(boxes, WIDE)) {
    const { row, pictures } = laid
    const { width: own, height: high } = pictures[0]!.picture
    const mend = row.kind === 'one' && row.side === null ? widthMend((0.85 * WIDE.height * own) / high) : {}
    const words = `${sizeWords(laid, boxes, height, form)} A picture of ${whole(tallest)} px is over ${MOST_OF_SCREEN} screens high.`
    return { about: 'size', words, poor: true, grave: true, ...mend }
  }
  return {
    about: 'size',
    words: sizeWords(laid, boxes, height, form),
    poor: height > 1.5 * WIDE.height && form.type !== 'cells' && form.type !== 'lines' && form.type !== 'placed',
  }
}

function sizeWords({ row }: LaidRow, boxes: readonly Box[], height: number, form: Form): string {
  const [first] = boxes
  if (boxes.length === 1) return `${whole(first!.w)} wide, ${whole(first!.h)} high. Nothing cropped.`
  switch (form.type) {
    case 'cells':
      return `${form.columns} across, each ${whole(first!.w)} × ${whole(first!.h)}; ${whole(height)} high in all.`
    case 'strip':
      return `${boxes.length} slides${form.across > 1 ? `, ${spelled(form.across)} across,` : ''} in a frame ${whole(height * form.frame)} × ${whole(height)}.${row.slideshow.fill ? '' : ' Shown whole.'}`
    case 'placed': {
      return row.kind === 'gallery'
        ? `${columnsOf(boxes)} columns of ${whole(first!.w)}; ${whole(height)} high in all. Nothing cropped.`
        : mixed(boxes, height)
    }
    case 'lines': {
      const heights = lineHeights(boxes, form.counts)
      return `${form.counts.length === 1 ? 'One line' : `Lines of ${listed(form.counts.map(spelled))}`}, ${range(heights)} high; ${whole(height)} in all. Nothing cropped.`
    }
    default: {
      const heights = new Set(boxes.map((box) => whole(box.h)))
      return heights.size === 1
        ? `${listed(boxes.map((box) => String(whole(box.w))))} wide, all ${[...heights][0]} high. Nothing cropped.`
        : mixed(boxes, height)
    }
  }
}

const mixed = (boxes: readonly Box[], height: number): string =>
  boxes.length <= 3
    ? `${listed(boxes.map((box) => `${whole(box.w)} × ${whole(box.h)}`))}; ${whole(height)} high in all. Nothing cropped.`
    : `${range(boxes.map((box) => box.w))} wide, ${range(boxes.map((box) => box.h))} high; ${whole(height)} high in all. Nothing cropped.`

function lineHeights(boxes: readonly Box[], counts: readonly number[]): number[] {
  let next = 0
  return counts.map((count) => {
    const { h } = boxes[next]!
    next += count
    return h
  })
}

function cropping({ layout, pictures }: LaidRow): Consequence[] {
  const { form } = layout.variants[0]!
  if (form.type === 'strip' && !layout.crops) {
    const empty = pictures.map(({ picture }) => shareEmpty(picture.width / picture.height, form.frame))
    const most = empty.indexOf(Math.max(...empty))
    return empty[most]! < 0.02
      ? []
      : [
          {
            about: 'crop',
            words: `Nothing cropped. Picture ${most + 1} leaves ${percent(empty[most]!)} of the frame empty.`,
            poor: false,
          },
        ]
  }
  if (!layout.crops) return []
  const lost = layout.crops.map(shareLost)
  const most = lost.indexOf(Math.max(...lost))
  if (lost[most]! < 0.005) return [{ about: 'crop', words: 'Nothing cropped.', poor: false }]
  return [
    {
      about: 'crop',
      words: `Leaves out ${percent(lost.reduce((sum, one) => sum + one, 0) / lost.length)} on average, ${percent(lost[most]!)} of picture ${most + 1}, around its focus point.`,
      poor: lost[most]! > 0.55,
    },
  ]
}

/** What the row becomes on a phone, in a few words. */
export function foldInShort(laid: LaidRow, house: HouseStyle): string {
  const { boxes, form } = rowInWindow(laid, house, PHONE.width)
  if (boxes.length === 1) return `phone ${whole(boxes[0]!.w)} wide`
  switch (form.type) {
    case 'cells':
      return `phone ${form.columns} across`
    case 'lines':
      return form.counts.every((count) => count === 1) ? 'phone one by one' : `phone ${form.counts.length} lines`
    case 'placed':
      return laid.row.kind === 'gallery' ? `phone ${columnsOf(boxes)} columns` : 'phone recomposed'
    case 'strip':
      return 'phone swiped'
    default:
      return 'phone the same'
  }
}

function folding(laid: LaidRow, house: HouseStyle): Consequence {
  const { layout, row } = laid
  const first = layout.variants[0]!
  const { boxes, height, form } = rowInWindow(laid, house, PHONE.width)
  const high = `${whole(height)} high`
  const poor = height > PHONE.height && form.type !== 'cells' && row.kind !== 'gallery'
  const grave = towers(boxes, PHONE) ? ({ poor: true, grave: true } as const) : {}
  if (boxes.length === 1) {
    const words =
      first.form.type === 'single' &&
      first.form.beside &&
      first !== variantAt(layout, containerWidth(seatOf(row), house, PHONE.width))
        ? `Stands alone below a column of ${whole(first.from)} px; on a phone ${whole(boxes[0]!.w)} wide.`
        : `On a phone ${whole(boxes[0]!.w)} wide, ${high}.`
    return { about: 'phone', words, poor: false, ...grave }
  }
  if (form.type === 'strip')
    return {
      about: 'phone',
      words: `Swiped on a phone, ${form.across > 1 ? `${spelled(form.across)} across, ` : ''}${high}.`,
      poor: false,
    }
  if (form.type === 'cells')
    return {
      about: 'phone',
      words: `${spelled(form.columns)} across on a phone, each ${whole(boxes[0]!.w)} wide; ${high} in all.`.replace(
        /^./,
        (letter) => letter.toUpperCase(),
      ),
      poor,
    }
  const same =
    variantAt(layout, containerWidth(seatOf(row), house, PHONE.width)).form.type === first.form.type &&
    first.form.type === 'tree'
  if (same) return { about: 'phone', words: `Stays as it is on a phone, ${high}.`, poor, ...grave }
  const then =
    form.type === 'placed'
      ? row.kind === 'gallery'
        ? `${spelled(columnsOf(boxes))} columns on a phone`
        : 'recomposed for a phone'
      : form.type === 'lines' && form.counts.every((count) => count === 1)
        ? 'on a phone one below the other'
        : form.type === 'lines'
          ? `on a phone ${form.counts.length <= 4 ? form.counts.map(spelled).join(', then ') : `in ${form.counts.length} lines`}`
          : 'on a phone the same'
  const until =
    row.kind === 'gallery' || !Number.isFinite(first.from)
      ? ''
      : `Stays ${row.kind === 'side-by-side' ? 'one row' : 'as it is'} down to ${whole(first.from)} px; `
  const tooMany = Number.isFinite(first.from) ? '' : 'Too many for one row; '
  return {
    about: 'phone',
    words: `${until}${tooMany}${then}, ${high}.`.replace(/^./, (letter) => letter.toUpperCase()),
    poor,
    ...grave,
  }
}

/** Device px for each CSS px under which readers on good screens notice. */
const SHARP_ENOUGH = 1.3

function sharpness(laid: LaidRow, house: HouseStyle): Consequence {
  const { index, shown, has, density } = leastSharp(laid, house)
  const which = laid.pictures.length > 1 ? `picture ${index + 1}` : 'it'
  const figures = `${which} is shown up to ${whole(shown)} px wide and has ${has}`
  // Among other pictures its width is theirs too, and one beside text is as wide as a phone where it folds; alone
  // it can be as wide as its file is good for.
  const mend = laid.row.kind === 'one' && laid.row.side === null ? widthMend(has / SHARP_ENOUGH) : {}
  if (density >= 2) return { about: 'sharp', words: `Good for 2× screens: ${figures}.`, poor: false }
  if (density >= 1)
    return {
      about: 'sharp',
      words: `Sharp on plain screens, a little soft on 2×: ${figures}.`,
      poor: density < SHARP_ENOUGH,
      ...(density < SHARP_ENOUGH ? mend : {}),
    }
  return { about: 'sharp', words: `Too small here: ${figures}.`, poor: true, ...mend }
}

function weight(laid: LaidRow, house: HouseStyle): Consequence {
  const parts = READER_SCREENS.map(
    (screen) =>
      `${screen.name} ${bytesInWords(rowBytes(laid, screen, house) + (laid.rest ? rowBytes(laid.rest, screen, house) : 0))}`,
  )
  return {
    about: 'weight',
    words: `${listed(parts).replace(/^./, (letter) => letter.toUpperCase())}, once all is seen.`,
    poor: false,
  }
}

function textBeside(
  laid: LaidRow,
  { paragraphs, heading }: FollowingText,
  house: HouseStyle,
  window: number,
): Consequence[] {
  const { row, layout } = laid
  if (row.kind !== 'one' || row.side === null) return []
  const column = containerWidth('measure', house, window)
  const variant = variantAt(layout, column)
  const narrow = besideWidth(row, house)
  if (variant.form.type !== 'single' || variant.form.beside === null)
    return [
      {
        about: 'text',
        words: `Under ${LEAST_CHARACTERS} characters would be left beside it, so it stands alone.`,
        poor: window > PHONE.width,
        mend: { words: `Make it ${narrow.value} % wide`, change: { width: narrow } },
      },
    ]
  const box = placeRow(layout, column).boxes[0]!
  const below = captionHeight(captionLines(textBelow(row, laid.pictures[0]!, house), box.w, house), house)
  const text = besideText(column, { w: box.w, h: box.h + below }, spaceOf(row, house), paragraphs, house)
  const first = `${text.charactersPerLine} characters a line beside it, ${text.lines} lines.`
  if (!text.readable)
    return [
      {
        about: 'text',
        words: `${first} Under ${READABLE_CHARACTERS} reads badly; up to ${Math.floor(text.widestPicture)} px wide would be good.`,
        poor: true,
        ...widthMend(text.widestPicture),
      },
    ]
  if (!text.longEnough) {
    const short = heading ? 'A heading comes up beside it' : 'The text ends beside it'
    return [
      {
        about: 'text',
        words: `${first} ${short}: ${text.filled} of ${text.lines} lines are filled.`,
        poor: true,
        mend: { words: 'Let it stand alone', change: { side: null } },
      },
    ]
  }
  return [{ about: 'text', words: `${first} The text is long enough.`, poor: false }]
}
