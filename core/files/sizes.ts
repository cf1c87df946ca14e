import { at, times } from '../geometry/line.ts'
import type { ContainerRange } from '../house/seats.ts'
import type { RowLayout } from '../layout/row-layout.ts'

/** From this window width on, a picture is `p` times the window's width and `c` px wide. */
export interface WindowRange {
  readonly from: number
  readonly p: number
  readonly c: number
}

/**
 * How wide the picture at `index` is for every window width, widest range first: the whole of it, where a
 * cell shows only a part. O(container ranges × variants).
 */
export function windowRanges(layout: RowLayout, index: number, containers: readonly ContainerRange[]): WindowRange[] {
  const ranges: WindowRange[] = []
  const shown = layout.crops?.[index]?.width ?? 1
  let upper = Infinity
  for (const container of containers) {
    const { p, c } = container.width
    // Inside one container range, each variant serves an interval of window widths.
    for (const variant of layout.variants) {
      const start = variant.from === 0 ? 0 : p > 0 ? (variant.from - c) / p : c >= variant.from ? 0 : Infinity
      const from = Math.max(container.from, start)
      if (from >= upper) continue
      const w = times(variant.boxes[index]!.w, 1 / shown)
      ranges.push({ from, p: w.p * p, c: w.p * c + w.g * layout.gap + w.c })
      upper = from
    }
  }
  return ranges
}

const number = (value: number) => String(Math.round(value * 100) / 100)

function length({ p, c }: WindowRange): string {
  if (Math.abs(p) < 1e-6) return `${number(c)}px`
  if (Math.abs(c) < 0.005) return `${number(p * 100)}vw`
  return `calc(${number(p * 100)}vw ${c < 0 ? '-' : '+'} ${number(Math.abs(c))}px)`
}

/**
 * Phones with three device px and more for each CSS px get files for about two: at arm's length nobody can tell them
 * apart, and they would weigh twice as much on the line that has least room.
 */
const DENSE = { from: 2.6, share: 0.66, below: 600 } as const

/** Device px for each CSS px that files are offered for on a screen of this density, in a window this wide. */
export const fileDensity = (density: number, window: number): number =>
  density >= DENSE.from && window < DENSE.below ? density * DENSE.share : density

/**
 * The exact `sizes` of a picture, so that a browser takes the right file before any layout; less on the densest phones.
 * `(min-width: 600px) 276px, (min-resolution: 2.6dppx) calc(33vw - 15.84px), calc(50vw - 24px)` for one of two equal
 * pictures in a measure of 560.
 */
export const sizesFor = (layout: RowLayout, index: number, containers: readonly ContainerRange[]): string =>
  sizesOf(windowRanges(layout, index, containers))

/** The same of any picture: how wide it is in which window, widest first. */
export function sizesOf(ranges: readonly WindowRange[]): string {
  const parts = ranges.map((range) => ({
    from: range.from,
    length: length(range),
    dense: length({ ...range, p: range.p * DENSE.share, c: range.c * DENSE.share }),
  }))
  // A range that reads like its narrower neighbour is the same range.
  const merged = parts.filter((part, i) => parts[i + 1]?.length !== part.length)
  return merged
    .flatMap(({ from, length: plain, dense }, i) => {
      const wide = from > 0 ? [`(min-width: ${number(from)}px)`] : []
      const usual = [...wide, plain].join(' ')
      if (from >= DENSE.below) return [usual]
      const upTo = merged[i - 1]?.from ?? Infinity
      // Only as far as phones go.
      const end = upTo > DENSE.below ? [`(max-width: ${DENSE.below - 0.02}px)`] : []
      return [`${[`(min-resolution: ${DENSE.from}dppx)`, ...wide, ...end].join(' and ')} ${dense}`, usual]
    })
    .join(', ')
}

/** The width in px of a picture in a window of this width. */
export function widthInWindow(ranges: readonly WindowRange[], window: number): number {
  const { p, c } = ranges.find(({ from }) => window >= from)!
  return at({ p, g: 0, c }, window, 0)
}
