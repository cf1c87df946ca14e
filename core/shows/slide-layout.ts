import type { CropWindow } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { directionOf } from '../readers/languages.ts'
import { breakPlaces } from '../type/break-places.ts'
import { countLines } from '../type/count-lines.ts'
import { textWidth, type Typeface } from '../type/typeface.ts'
import type { BlockPlace, PostShow } from './show.ts'
import { insetAt, lineSpace, NARROW_SLIDE, setLine, stepOn, type SetLine } from './show-type.ts'
import { rowAndColumn, type SlideSetting, standsAt } from './slide-setting.ts'
import type { SaidLine } from './slide-words.ts'

/** A line of words where it stands. */
export interface LaidLine extends SetLine {
  readonly said: SaidLine
  /** lines that it takes */
  readonly count: number
  /** where its letters lie, px from the left top corner of the frame, or of the band */
  readonly area: CropWindow
}

/** A slide of this width; px. */
export interface LaidSlide {
  readonly stands: PostShow['stands']
  /** width / height in which the picture is seen */
  readonly aspect: number
  /** of the frame; of the picture alone where the words stand beside it */
  readonly width: number
  readonly height: number
  readonly lines: readonly LaidLine[]
  /** the room that the words have, and the height that they take */
  readonly room: { readonly width: number; readonly height: number }
  readonly taken: number
  /** the block with its words; over a picture, in px of the frame */
  readonly block: CropWindow
  /** space between the words and the edges */
  readonly inset: number
  /** the house's font has all of the letters; else lines may be fewer and shorter, and stand elsewhere in the block */
  readonly certain: boolean
}

/** The width of a block of words on a slide so wide, px. */
export function blockWidth(setting: SlideSetting, width: number): number {
  const inset = insetAt(width)
  const stands = standsAt(setting, width)
  if (stands === 'band') return width - 2 * inset
  if (stands === 'beside') return (setting.width / 100) * width - 2 * inset
  return (setting.width / 100) * (width - 2 * inset)
}

/** The words of a slide, and what they are set by besides its own setting. */
export interface SlideWords {
  readonly said: readonly SaidLine[]
  readonly show: Pick<PostShow, 'frame' | 'align'>
  readonly house: HouseStyle
}

/** Lays out the words of a slide so wide. O(characters). */
export const laySlide = (words: SlideWords, setting: SlideSetting, width: number): LaidSlide =>
  slideLayer(words, setting)(width)

/** How a slide is laid out at one width after another. */
export function slideLayer(words: SlideWords, setting: SlideSetting): (width: number) => LaidSlide {
  const setOn = (narrow: boolean) => {
    const lines = words.said.map((said) => ({
      said,
      ...setLine(stepOn(said.line.step, setting.smaller, narrow), said.line.bold, words.house),
    }))
    return { lines, certain: lines.every(({ said, face }) => hasAll(said.text, face)) }
  }
  const [narrow, full] = [setOn(true), setOn(false)]
  return (width) => laid(words, setting, width < NARROW_SLIDE ? narrow : full, width)
}

interface SetWords {
  readonly lines: readonly (SetLine & { readonly said: SaidLine })[]
  readonly certain: boolean
}

function laid(
  { show, house }: SlideWords,
  setting: SlideSetting,
  { lines: set, certain }: SetWords,
  width: number,
): LaidSlide {
  const { frame, align } = show
  const stands = standsAt(setting, width)
  const inset = insetAt(width)
  const wide = blockWidth(setting, width)
  const counts = set.map(({ said: { text }, size, face }) => countLines(text, wide, size, face))
  const space = lineSpace(house)
  const taken = set.reduce((sum, { high }, i) => sum + counts[i]! * high, 0) + space * Math.max(0, set.length - 1)
  const beside = stands === 'beside'
  const picture = beside ? width - (setting.width / 100) * width : width
  const height = width / frame
  const [row, column] = rowAndColumn(setting.place)
  const x = stands === 'band' ? inset : at(column, inset, width - inset - wide)
  const top = stands === 'band' ? inset : at(row, inset, height - inset - taken)
  let y = top
  const lines = set.map((line, i): LaidLine => {
    const own = counts[i] === 1 ? Math.min(wide, widthOf(line.said.text, line.face) * line.size) : wide
    const side = align === 'middle' ? 1 : (align === 'start') === (directionOf(house.language) === 'ltr') ? 0 : 2
    const area = { x: at(side, x, x + wide - own), y, width: own, height: counts[i]! * line.high }
    y += area.height + space
    return { ...line, count: counts[i]!, area }
  })
  const widest = Math.max(0, ...lines.map(({ area }) => area.width))
  const left = lines.length ? Math.min(...lines.map(({ area }) => area.x)) : x
  return {
    stands,
    aspect: beside ? picture / height : frame,
    width: picture,
    height,
    lines,
    room: { width: wide, height: stands === 'band' ? Infinity : height - 2 * inset },
    taken,
    block: { x: left, y: top, width: widest, height: taken },
    inset,
    certain,
  }
}

/** The same slide, its words over the picture moved from one place to another: they take the same lines there. O(lines). */
export function movedTo(slide: LaidSlide, from: BlockPlace, to: BlockPlace): LaidSlide {
  if (from === to) return slide
  const { width, height, room, taken, inset, block, lines } = slide
  const corner = (place: BlockPlace) => {
    const [row, column] = rowAndColumn(place)
    return [at(column, inset, width - inset - room.width), at(row, inset, height - inset - taken)] as const
  }
  const [x, y] = corner(from)
  const [right, down] = corner(to)
  const moved = (area: CropWindow): CropWindow => ({ ...area, x: area.x + right - x, y: area.y + down - y })
  return { ...slide, block: moved(block), lines: lines.map((line) => ({ ...line, area: moved(line.area) })) }
}

/** The first, the middle or the last of a stretch. */
const at = (which: number, from: number, to: number): number => from + (which / 2) * (to - from)

const widths = new WeakMap<Typeface, Map<string, number>>()
const pieces = new WeakMap<Typeface, Map<string, number>>()
const REMEMBERED = 3000
/** The same words are laid out at many widths: what is known of them is kept. */
function remembered<T>(known: WeakMap<Typeface, Map<string, T>>, text: string, face: Typeface, measure: () => T): T {
  let texts = known.get(face)
  if (!texts || texts.size > REMEMBERED) known.set(face, (texts = new Map()))
  const found = texts.get(text) ?? measure()
  texts.set(text, found)
  return found
}

const wholly = new WeakMap<Typeface, Map<string, boolean>>()
const hasAll = (text: string, face: Typeface): boolean =>
  remembered(wholly, text, face, () => [...text].every((letter) => face.has(letter)))

const widthOf = (text: string, face: Typeface): number => remembered(widths, text, face, () => textWidth(text, face))

/** The widest piece of a text that no line is broken in, in font sizes. */
export const widestPiece = (text: string, face: Typeface): number =>
  remembered(pieces, text, face, () => {
    const ends = [...breakPlaces(text), text.length]
    return Math.max(0, ...ends.map((end, i) => textWidth(text.slice(ends[i - 1] ?? 0, end).trim(), face)))
  })
