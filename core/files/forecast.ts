import type { HouseStyle } from '../house/house-style.ts'
import { READER_SCREENS, type ReaderScreen } from '../house/screens.ts'
import type { LaidRow } from '../place/lay-row.ts'
import type { Picture } from '../wire/picture.ts'
import { containerOf } from '../layout/container.ts'
import { ladderFor, pickWidth } from './ladder.ts'
import { fileDensity, widthInWindow, windowRanges } from './sizes.ts'

/** Bytes of a file this wide that is not made yet: files grow a little slower than their area. */
const guess = (width: number, known: { width: number; bytes: number } | undefined): number =>
  known ? known.bytes * (width / known.width) ** 1.7 : 0.12 * width ** 1.7

/** Bytes of the file that a browser fetches on this screen for a picture that is drawn so many CSS px wide. */
export function fileBytes(picture: Picture, drawn: number, screen: ReaderScreen): number {
  const files = picture.renditions.filter((file) => file.format === 'webp')
  const moving = picture.renditions.filter((file) => file.format === 'moving')
  const offered = ladderFor(picture.width, picture.height)
  const needed = drawn * fileDensity(screen.density, screen.width)
  if (moving.length > 0) {
    const width = pickWidth(
      moving.map((file) => file.width),
      needed,
    )
    return moving.find((file) => file.width === width)!.bytes
  }
  const wanted = pickWidth(offered, needed)
  return files.find((file) => file.width === wanted)?.bytes ?? guess(wanted, files.at(-1))
}

const bytesOf = new WeakMap<LaidRow, Map<ReaderScreen, readonly number[]>>()

/** Bytes that a browser fetches on this screen for the picture at this position. O(variants) the first time. */
export function pictureBytes(laid: LaidRow, index: number, screen: ReaderScreen, house: HouseStyle): number {
  const byScreen = bytesOf.get(laid) ?? new Map<ReaderScreen, readonly number[]>()
  bytesOf.set(laid, byScreen)
  const known =
    byScreen.get(screen) ??
    laid.pictures.map(({ picture }, i) => fileBytes(picture, shownWidth(laid, i, screen, house), screen))
  byScreen.set(screen, known)
  return known[index]!
}

/** Bytes that a browser fetches for the row's pictures on this screen, all of them seen. O(pictures × variants). */
export const rowBytes = (laid: LaidRow, screen: ReaderScreen, house: HouseStyle): number =>
  laid.pictures.reduce((sum, _, index) => sum + pictureBytes(laid, index, screen, house), 0)

/** How wide the picture at this position is shown, in CSS px; the whole of it, where a cell shows a part. */
export const shownWidth = (laid: LaidRow, index: number, screen: ReaderScreen, house: HouseStyle): number =>
  widthInWindow(windowRanges(laid.layout, index, containerOf(laid, house)), screen.width)

/** The picture that comes closest to running out of px on any screen. */
export interface Sharpness {
  readonly index: number
  /** CSS px in which it is shown at most */
  readonly shown: number
  /** px of its largest file */
  readonly has: number
  /** device px that it can fill for each CSS px */
  readonly density: number
}

/** The least sharp picture of the row. O(pictures × variants). */
export function leastSharp(laid: LaidRow, house: HouseStyle): Sharpness {
  let worst: Sharpness = { index: 0, shown: 0, has: 0, density: Infinity }
  laid.pictures.forEach(({ picture }, index) => {
    const has = ladderFor(picture.width, picture.height).at(-1)!
    for (const screen of READER_SCREENS) {
      const shown = shownWidth(laid, index, screen, house)
      if (has / shown < worst.density) worst = { index, shown, has, density: has / shown }
    }
  })
  return worst
}
