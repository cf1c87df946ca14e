import type { FocusPoint } from '../geometry/crop-window.ts'
import { CAPTION_TYPE, type HouseStyle } from '../house/house-style.ts'
import { LONGEST_EDGE } from '../files/ladder.ts'
import { fullWidth, type Seat } from '../house/seats.ts'
import type { Row } from '../post/row.ts'
import { LEAST_CHARACTERS, lineWidth, READABLE_CHARACTERS } from './beside-text.ts'
import { captionBands } from './caption-bands.ts'
import { layoutEvenCells } from './even-cells.ts'
import { layoutLevelRows } from './level-rows.ts'
import { layoutLooseColumns } from './loose-columns.ts'
import { layoutPatchwork } from './patchwork-row.ts'
import type { RowLayout } from './row-layout.ts'
import { layoutSideBySide } from './side-by-side.ts'
import { layoutSingle, type PictureWidth } from './single.ts'
import { layoutStrip } from './strip.ts'

/** Width of a picture beside text whose width was never chosen: as wide as leaves a line that reads well, in whole per cent of the measure. */
export function besideWidth(row: Row, house: HouseStyle): PictureWidth {
  const widest = house.measure - spaceOf(row, house) - lineWidth(READABLE_CHARACTERS, house)
  return { unit: '%', value: Math.min(50, Math.max(20, Math.floor((100 * widest) / house.measure))) }
}

export const gapOf = (row: Row, house: HouseStyle): number => row.between ?? house.gap
export const spaceOf = (row: Row, house: HouseStyle): number => row.space ?? house.space

/** A picture beside text always stands in the text column. */
export const seatOf = (row: Row): Seat => (row.kind === 'one' && row.side !== null ? 'measure' : row.sits)

/** What the layout needs to know of a picture, in the order in which the row shows them. */
export interface ShownPicture {
  /** width / height */
  readonly aspect: number
  /** px that it has across */
  readonly px: number
  readonly focus: FocusPoint
  /** what stands below the picture; '' where nothing does */
  readonly caption: string
  readonly lead: boolean
}

/** A row of one picture is laid out as one whatever its kind: the others may have been deleted. */
const kindOf = (row: Row, pictures: number): Row['kind'] =>
  pictures === 1 ? 'one' : row.kind === 'one' && pictures > 1 ? 'side-by-side' : row.kind

const insetOf = (row: Row): number => (row.sits === 'bleed' ? CAPTION_TYPE.inset : 0)

/** Lays out a row of these pictures; `inAll` where they are only a part of the row. */
export function layoutRow(
  row: Row,
  pictures: readonly ShownPicture[],
  house: HouseStyle,
  inAll = pictures.length,
): RowLayout {
  const gap = gapOf(row, house)
  const full = fullWidth(seatOf(row), house)
  const aspects = pictures.map(({ aspect }) => aspect)
  const captions = pictures.map(({ caption }) => caption)
  switch (kindOf(row, inAll)) {
    case 'one':
      return layoutSingle({
        aspect: aspects[0]!,
        width: row.kind === 'one' ? (row.width ?? (row.side ? besideWidth(row, house) : null)) : null,
        // A width that was chosen holds, whatever the picture has.
        most: row.kind === 'one' && row.width !== null ? Infinity : ownMost(pictures[0]!.px, row, house),
        beside: row.kind === 'one' ? row.side : null,
        space: spaceOf(row, house),
        leastText: lineWidth(LEAST_CHARACTERS, house),
        gap,
        fullWidth: full,
      })
    case 'side-by-side':
      return layoutSideBySide(aspects, gap)
    case 'patchwork':
      return layoutPatchwork(
        {
          aspects,
          leads: pictures.flatMap(({ lead }, i) => (lead ? [i] : [])),
          composition: row.composition,
          captions,
          inset: insetOf(row),
          gap,
          fullWidth: full,
        },
        house,
      )
    case 'gallery':
      return layoutGallery(row, pictures, gap, full, house)
    case 'slideshow':
      return layoutStrip({
        pictures,
        frame: row.frame,
        across: row.slideshow.across,
        fill: row.slideshow.fill,
        gap,
        fullWidth: full,
      })
  }
}

/** px beyond which a single picture would be blown up; Infinity where its place never asks for so much. */
function ownMost(own: number, row: Row, house: HouseStyle): number {
  const seat = seatOf(row)
  const widest = seat === 'bleed' ? LONGEST_EDGE : fullWidth(seat, house)
  return own < widest ? own : Infinity
}

function layoutGallery(
  row: Row,
  pictures: readonly ShownPicture[],
  gap: number,
  full: number,
  house: HouseStyle,
): RowLayout {
  const { form, across, cell } = row.gallery
  const aspects = pictures.map(({ aspect }) => aspect)
  if (form === 'cells') return layoutEvenCells({ pictures, across, cell, gap, fullWidth: full })
  if (form === 'level') return layoutLevelRows({ aspects, across, gap, fullWidth: full })
  const captions = pictures.map(({ caption }) => caption)
  return layoutLooseColumns({
    aspects,
    across,
    gap,
    fullWidth: full,
    ...(captions.some(Boolean)
      ? { bandsAt: (width: number) => captionBands(captions, width - 2 * insetOf(row), house) }
      : {}),
  })
}
