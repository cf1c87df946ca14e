import type { CropWindow } from '../geometry/crop-window.ts'
import { type FlatPointers, flatPointers } from './flat-pointers.ts'
import { at, plus } from '../geometry/line.ts'
import { captionType, type HouseStyle } from '../house/house-style.ts'
import { wideWidth } from '../layout/container.ts'
import { type Box, boxAt } from '../layout/row-layout.ts'
import { asOneText, layRow } from '../place/lay-row.ts'
import type { Library } from '../place/library.ts'
import type { RowPicture } from '../place/resolve.ts'
import { convertRow } from '../post/changes/convert-row.ts'
import { withChoices } from '../post/changes/row-choices.ts'
import type { Row } from '../post/row.ts'
import { textsInRow } from '../post/texts.ts'
import { directionOf } from '../readers/languages.ts'
import { brokenLines } from '../type/count-lines.ts'
import { FACES } from '../type/typeface.ts'
import type { FlatPreset } from './preset.ts'

/** A row as one image: whole px throughout. */
export interface FlatLayout {
  readonly width: number
  readonly height: number
  /** border and gaps leave every picture a px at least */
  readonly fits: boolean
  readonly tiles: readonly FlatTile[]
  /** the caption, where the preset has words and there are any */
  readonly words: FlatWords | null
}

/** Lines of words below the pictures. */
export interface FlatWords {
  /** px of the type, and from one line to the next */
  readonly size: number
  readonly line: number
  readonly lines: readonly string[]
  /** px from the left of the file, and from its top to the first line's box */
  readonly x: number
  readonly y: number
  readonly width: number
  /** they end at the right, where the blog is read from there */
  readonly fromRight: boolean
}

export interface FlatTile extends Box {
  readonly picture: RowPicture['picture']
  /** what is kept of the picture; left out where nothing is cropped */
  readonly crop?: CropWindow
  /** what points at things in it, in px of the tile */
  readonly pointers?: FlatPointers
  /** the picture has fewer px than the place shows */
  readonly enlarged: boolean
}

/** A slideshow has no boxes of its own side by side: flat, its pictures stand in level rows. */
const MOST_ACROSS = 3

/** The row without what only a page has: captions, text beside it, pictures that wait to be asked for. */
function plain(row: Row, gap: number): Row {
  const turned =
    row.kind === 'slideshow' && row.pictures.length > 1
      ? convertRow(row, {
          kind: 'gallery',
          sits: row.sits,
          gallery: { form: 'level', across: Math.min(MOST_ACROSS, row.pictures.length) },
        })
      : row
  return withChoices(turned, {
    captions: 'none',
    words: [],
    width: null,
    between: gap,
    // As wide as the file, whatever px it has: what is enlarged is told.
    one: { side: null, width: { unit: '%', value: 100 } },
    gallery: { first: null, filter: false },
  })
}

/**
 * The row at the engine's boxes, as it is on a wide screen, so large that its longest edge is the preset's. Edges are
 * rounded, not widths: lines fill exactly and all gaps are equal to the px. Undefined where none of its pictures is there.
 * O(pictures × layout).
 */
export function flatLayout(row: Row, library: Library, house: HouseStyle, preset: FlatPreset): FlatLayout | undefined {
  const { gap, border, longestEdge } = preset
  const laid = layRow(plain(row, gap), library, house)
  if (!laid) return undefined
  const { boxes } = laid.layout.variants[0]!
  const room = Math.max(1, longestEdge - 2 * border)
  const said = preset.words ? asOneText(flatTexts(row, library), house) : ''
  // As on a wide page: the type grows with the pictures, so that its lines stay the same.
  const onPage = widthOnPage(row, house)
  const type = captionType(house)
  const lines = brokenLines(said, onPage, type.size, FACES.italic)
  const below = lines.length && (type.above + lines.length * type.line) / onPage
  // Feet are straight lines in the width: where they reach further down than the file is wide, the width follows from them.
  const across = Math.min(
    room,
    ...boxes.map(({ y, h }) => {
      const foot = plus(y, h)
      return at(foot, room, gap) + below * room <= room
        ? room
        : Math.floor((room - foot.g * gap - foot.c) / (foot.p + below))
    }),
  )
  const width = Math.max(1, across)
  const placed = boxes.map((box) => boxAt(box, width, gap))
  const tiles = placed.map((box, i): FlatTile => {
    const own = rounded(box)
    const { picture, placed: shown } = laid.pictures[i]!
    const crop = laid.layout.crops?.[i]
    const pointers = shown.pointers && flatPointers(shown.pointers, picture, { window: crop, w: own.w, h: own.h })
    const has = { w: picture.width * (crop?.width ?? 1), h: picture.height * (crop?.height ?? 1) }
    const enlarged = own.w > has.w + 1 && own.h > has.h + 1
    return {
      ...own,
      x: own.x + border,
      y: own.y + border,
      picture,
      enlarged,
      ...(crop ? { crop } : {}),
      ...(pointers ? { pointers } : {}),
    }
  })
  const foot = Math.max(...tiles.map(({ y, h }) => y + h))
  const fits = across >= 1 && placed.every(({ w, h }) => w >= 0.5 && h >= 0.5)
  const scale = width / onPage
  const words: FlatWords | null = lines.length
    ? {
        size: type.size * scale,
        line: type.line * scale,
        lines,
        x: border,
        y: foot + type.above * scale,
        width,
        fromRight: directionOf(house.language) === 'rtl',
      }
    : null
  return { width: width + 2 * border, height: foot + Math.ceil(below * width) + border, fits, tiles, words }
}

/** px that the row has on a wide page: one picture its own, several their container's. */
function widthOnPage(row: Row, house: HouseStyle): number {
  const container = wideWidth({ row, within: 'page' }, house)
  const own = row.kind === 'one' ? row.one.width : null
  if (!own) return container
  return Math.min(container, own.unit === 'px' ? own.value : (own.value / 100) * container)
}

/** The box with its edges on whole px, at least one px each way. */
function rounded({ x, y, w, h }: Box): Box {
  const [left, top] = [Math.round(x), Math.round(y)]
  return {
    x: left,
    y: top,
    w: Math.max(1, Math.round(x + w) - left),
    h: Math.max(1, Math.round(y + h) - top),
  }
}

/** What the pictures of a row show and say, as texts of the one image: each once, in order. */
export function flatTexts(row: Row, library: Library): { alt: string; caption: string; credit: string } {
  const texts = row.pictures.flatMap((placed) => {
    const picture = library.picture(placed.id)
    return picture ? [textsInRow(placed, picture)] : []
  })
  const joined = (of: (one: (typeof texts)[number]) => string, between: string) =>
    [...new Set(texts.map(of).filter(Boolean))].join(between)
  return {
    alt: joined(({ alt }) => alt, '; '),
    caption: row.caption || joined(({ caption }) => caption, ' '),
    credit: joined(({ credit }) => credit, ', '),
  }
}
