import { onLayoutGrid } from '../geometry/line.ts'
import { captionHeight, CAPTION_TYPE, type HouseStyle, metricsOf } from '../house/house-style.ts'
import { countLines } from '../house/type-metrics.ts'

/** Readers' browsers round and kern a little differently: captions are counted as if there were this share of the room. */
const ROOM = 0.98

/** Lines that a caption takes below a picture of `width` px in the house's type. O(characters). */
export const captionLines = (caption: string, width: number, house: HouseStyle): number =>
  countLines(caption, ROOM * width, house.type.fontSize * CAPTION_TYPE.size, metricsOf(house).italic)

/** px to keep under each picture for its own caption. */
export const captionBands = (captions: readonly string[], width: number, house: HouseStyle): number[] =>
  captions.map((caption) => captionHeight(captionLines(caption, width, house), house))

/** A band for captions of so many lines, used from container width `from` on. */
export interface BandRange {
  readonly lines: number
  readonly from: number
}

/** More lines than this are not kept room for: the row folds instead. */
const MOST_LINES = 8

/**
 * For a row whose captions share one band: how many lines it needs, from which container width on, widest
 * range first. `widthsAt(lines, width)` are the pictures' widths when the band has so many lines. Captions
 * need fewer lines the wider they are, so each width is found by halving: O(lines · log width · characters).
 */
export function bandRanges(
  captions: readonly string[],
  { least, most }: { readonly least: number; readonly most: number },
  widthsAt: (lines: number, width: number) => readonly number[],
  house: HouseStyle,
): BandRange[] {
  const fits = (lines: number, width: number) =>
    widthsAt(lines, width).every(
      (own, i) => captions[i] === '' || (own > 0 && captionLines(captions[i]!, own, house) <= lines),
    )
  const ranges: BandRange[] = []
  let upper = most
  for (let lines = 1; lines <= MOST_LINES && upper > least; lines++) {
    if (!fits(lines, upper)) continue
    let [low, high] = [least, upper]
    if (fits(lines, low)) high = low
    while (high - low > 0.5) {
      const middle = (low + high) / 2
      if (fits(lines, middle)) high = middle
      else low = middle
    }
    ranges.push({ lines, from: onLayoutGrid(high) })
    upper = high
  }
  return ranges
}
