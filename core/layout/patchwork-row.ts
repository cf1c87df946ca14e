import { at, LAYOUT_GRID, minus, onLayoutGrid, px, widthWhere } from '../geometry/line.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { type Composition, sizeOf } from '../post/composition.ts'
import { bestCompositions } from './best-compositions.ts'
import { captionBands, captionLines, widthForLines } from './caption-bands.ts'
import { compose } from './compose.ts'
import { foldedVariants, LEAST_SIDE } from './fold.ts'
import { TALLEST_ALONE } from './lines.ts'
import { placeTree } from './join-tree.ts'
import { boxAt, type RowLayout, usableFrom, type Variant, variantAt } from './row-layout.ts'
import { leavesOne, spreadOf } from './way-faults.ts'
import { longOnPhone, WAY_WEIGHTS } from './way-weights.ts'

export interface PatchworkOptions {
  readonly aspects: readonly number[]
  /** positions of pictures that should be larger than the others */
  readonly leads: readonly number[]
  /** null, or one for another number of pictures: the best */
  readonly composition: Composition | null
  /** captions shown below the pictures; '' where there is none */
  readonly captions: readonly string[]
  /** px that captions keep from the sides of their picture */
  readonly inset: number
  readonly gap: number
  /** px of the container on a wide screen */
  readonly fullWidth: number
  /** px of the container on a phone */
  readonly phone: number
  /** px of the widest container for which captions are given just the lines that they take; the full width where left out */
  readonly widest?: number
}

/** The composition that suits these pictures best. */
export const bestComposition = (
  aspects: readonly number[],
  leads: readonly number[],
  width: number,
  gap: number,
): Composition => bestCompositions(aspects, leads, width, gap)[0]!

/**
 * A patchwork: nothing cropped, every gap exact. Where a picture would become too small it recomposes: as the best
 * patchwork for a phone, or in lines where they look better there.
 */
export function layoutPatchwork(options: PatchworkOptions, house: HouseStyle): RowLayout {
  const { aspects, leads, captions, gap, fullWidth } = options
  const fitting = options.composition && sizeOf(options.composition) === aspects.length ? options.composition : null
  const composition = fitting ?? bestComposition(aspects, leads, fullWidth, gap)
  const captioned = captions.some((caption) => caption !== '')
  const below = captioned ? tooLong(composition, options, house) : []
  const beside = { ...options, captions: captions.map((caption, i) => (below.includes(i) ? '' : caption)) }
  const variants = captioned
    ? captionedVariants(composition, beside, house)
    : [treeVariant(composition, options, null, house)]
  // Captions longer than any of these pictures has room for: lines from the start.
  if (variants.length === 0) return { gap, variants: foldedVariants(aspects, gap, Infinity) }
  variants.push(...composedFold(options, variants.at(-1)!.from, house))
  const limit = variants.at(-1)!.from
  return {
    gap,
    composition,
    ...(captioned ? { followsText: true } : {}),
    ...(below.length ? { below } : {}),
    variants: limit > 0 ? [...variants, ...foldedVariants(aspects, gap, limit)] : variants,
  }
}

/** Containers narrower than this are not worth a patchwork of their own, px. */
const NARROWEST = 240
/** More lines than this are not kept room for: the row folds instead. */
const MOST_LINES = 8
/** Ranges of widths with lines of their own; narrower ones fold. */
const MOST_RANGES = 48

/** The composition with room for captions of so many lines below its pictures. */
function treeVariant(
  composition: Composition,
  { aspects, gap }: Pick<PatchworkOptions, 'aspects' | 'gap'>,
  lines: readonly number[] | null,
  house: HouseStyle,
): Variant {
  const tree = compose(composition, aspects, lines ? captionBands(lines, house) : [])
  const { boxes, height } = placeTree(tree)
  const from = usableFrom(boxes, LEAST_SIDE, gap)
  return { from, boxes, height, form: { type: 'tree', tree }, ...(lines ? { lines } : {}) }
}

/** A caption of more lines than this is too long for its picture on a wide screen: it would be more wording than picture. */
const LONGEST_BESIDE = 5

/** Positions of the pictures whose captions are too long for them in a container of the full width. O(pictures² · characters). */
function tooLong(composition: Composition, options: PatchworkOptions, house: HouseStyle): number[] {
  const { aspects, captions, inset, gap, fullWidth } = options
  const { boxes } = placeTree(compose(composition, aspects))
  const lines = boxes.map((box, i) => {
    const room = at(box.w, fullWidth, gap) - 2 * inset
    if (captions[i] === '') return 0
    return room > 0 ? captionLines(captions[i]!, room, house) : Infinity
  })
  const below = new Set(lines.flatMap((count, i) => (count > LONGEST_BESIDE ? [i] : [])))
  // Bands make pictures narrower: as long as one of the others finds no room, the longest goes too.
  for (;;) {
    const left = captions.map((caption, i) => (below.has(i) ? '' : caption))
    if (below.size === captions.length || linesThatStand(composition, { ...options, captions: left }, fullWidth, house))
      return [...below].sort((a, b) => a - b)
    const longest = left.reduce(
      (most, caption, i) => (caption && (most < 0 || lines[i]! > lines[most]!) ? i : most),
      -1,
    )
    // No caption is left that could go: it is the gaps that leave no room.
    if (longest < 0) return [...below].sort((a, b) => a - b)
    below.add(longest)
  }
}

/**
 * One variant for each range of widths in which no caption takes another line: every picture has a band of its own
 * below it, so that nothing is empty but the gaps. Widest first; none where the captions find no room even there.
 */
function captionedVariants(composition: Composition, options: PatchworkOptions, house: HouseStyle): Variant[] {
  const { captions, inset, gap, fullWidth, widest = fullWidth } = options
  const variants: Variant[] = []
  let upper = widest
  while (upper > NARROWEST && variants.length < MOST_RANGES) {
    const lines = linesThatStand(composition, options, upper, house)
    if (!lines) break
    const variant = treeVariant(composition, options, lines, house)
    // No caption takes another line down to the width at which the first one would.
    const until = Math.max(
      ...variant.boxes.map((box, i) =>
        captions[i] === ''
          ? 0
          : widthWhere(minus(box.w, px(2 * inset)), widthForLines(captions[i]!, lines[i]!, house), gap),
      ),
    )
    const from = onLayoutGrid(Math.max(until, variant.from, NARROWEST))
    if (from > upper) break
    variants.push({ ...variant, from })
    // Where legibility ends before the captions do, the row folds.
    if (Math.max(variant.from, NARROWEST) >= until) break
    upper = from - LAYOUT_GRID
  }
  return variants
}

/**
 * The lines of all captions in a container of `width` px: a band makes its own picture narrower and others wider, so
 * they are counted again until they stand. No band gets lower on the way, so that this ends. Undefined where a caption
 * takes more lines than any room is kept for.
 */
function linesThatStand(
  composition: Composition,
  { aspects, captions, inset, gap }: PatchworkOptions,
  width: number,
  house: HouseStyle,
): number[] | undefined {
  let lines = captions.map(() => 0)
  for (;;) {
    const { boxes } = placeTree(compose(composition, aspects, captionBands(lines, house)))
    const next = boxes.map((box, i) => {
      const room = at(box.w, width, gap) - 2 * inset
      if (at(box.h, width, gap) <= 0) return Infinity
      if (captions[i] === '') return 0
      return room > 0 ? Math.max(lines[i]!, captionLines(captions[i]!, room, house)) : Infinity
    })
    if (next.some((count) => count > MOST_LINES)) return undefined
    if (next.every((count, i) => count === lines[i])) return lines
    lines = next
  }
}

/**
 * The best patchwork for containers narrower than `below` px, composed for a phone; none where lines look better there,
 * or where not everything in it could be made out.
 */
function composedFold(options: PatchworkOptions, below: number, house: HouseStyle): Variant[] {
  const { aspects, leads, captions, gap, phone } = options
  if (below <= NARROWEST || !Number.isFinite(below)) return []
  const planned = Math.min(phone, 0.9 * below)
  const lines = variantAt({ gap, variants: foldedVariants(aspects, gap, below) }, planned)
  const captioned = captions.some((caption) => caption !== '')
  for (const composition of bestCompositions(aspects, leads, planned, gap)) {
    const plain = treeVariant(composition, options, null, house)
    if (plain.from > planned || towersIn(plain, aspects)) continue
    if (foldCost(plain, planned, gap) >= foldCost(lines, planned, gap)) return []
    const variants = captioned
      ? captionedVariants(composition, { ...options, widest: below - LAYOUT_GRID }, house)
      : [plain]
    // The HTML is nested for the wide form: here every picture has its own place.
    if (variants.length > 0 && variants.at(-1)!.from <= planned)
      return variants.map((variant): Variant => ({ ...variant, form: { type: 'placed' } }))
  }
  return []
}

/** Whether a tower stands alone across the row: on a phone it would be higher than the screen. */
const towersIn = ({ boxes }: Variant, aspects: readonly number[]): boolean =>
  boxes.some(({ w }, i) => w.p > ACROSS && aspects[i]! < TALLEST_ALONE)
const ACROSS = 0.8

/** What readers would mind in a folded row `width` px wide: uneven sizes, more height than a screen, one picture left over. */
function foldCost({ boxes, height, form }: Variant, width: number, gap: number): number {
  return (
    WAY_WEIGHTS.uneven * spreadOf(boxes.map((box) => boxAt(box, width, gap))) +
    WAY_WEIGHTS.phone * Math.max(0, Math.log(at(height, width, gap) / longOnPhone(boxes.length))) +
    WAY_WEIGHTS.leftOver * (leavesOne(form, boxes.length) ? 1 : 0)
  )
}
