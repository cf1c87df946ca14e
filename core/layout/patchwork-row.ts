import { at } from '../geometry/line.ts'
import { captionHeight, type HouseStyle } from '../house/house-style.ts'
import { PHONE } from '../house/screens.ts'
import { containerWidth } from '../house/seats.ts'
import { type Composition, MOST_IN_PATCHWORK, sizeOf } from '../post/composition.ts'
import { breakRows } from './break-rows.ts'
import { bandRanges } from './caption-bands.ts'
import { compose } from './compose.ts'
import { foldedVariants, LEAST_SIDE } from './fold.ts'
import { placeTree } from './join-tree.ts'
import { searchCompositions } from './patchwork.ts'
import { type RowLayout, usableFrom, type Variant } from './row-layout.ts'

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
}

/**
 * The few compositions that suit these pictures best. Shapes so extreme that every one of them would be spoilt by
 * another are joined in lines, which always can be done.
 */
function bestCompositions(
  aspects: readonly number[],
  leads: readonly number[],
  width: number,
  gap: number,
): readonly Composition[] {
  const found = [...searchCompositions({ aspects, leads }, width, gap, 3)].map(({ composition }) => composition)
  return found.length ? found : [inLines(aspects, width, gap)]
}

function inLines(aspects: readonly number[], width: number, gap: number): Composition {
  const across = Math.ceil(Math.sqrt(aspects.length))
  const { counts } = breakRows(aspects, width, gap, { height: width / across })
  const lines = counts.map(
    (count): Composition => (count === 1 ? '.' : { beside: Array.from({ length: count }, () => '.') }),
  )
  return lines.length === 1 ? lines[0]! : { stacked: lines }
}

/** The composition that suits these pictures best. */
export const bestComposition = (
  aspects: readonly number[],
  leads: readonly number[],
  width: number,
  gap: number,
): Composition => bestCompositions(aspects, leads, width, gap)[0]!

/**
 * A patchwork: nothing cropped, every gap exact. Where a picture would become too small it recomposes:
 * first, if no captions stand below the pictures, as the best patchwork for the narrower place, then in lines.
 */
export function layoutPatchwork(options: PatchworkOptions, house: HouseStyle): RowLayout {
  const { aspects, leads, captions, gap, fullWidth } = options
  if (aspects.length > MOST_IN_PATCHWORK) return { gap, variants: foldedVariants(aspects, gap, Infinity) }
  const fitting = options.composition && sizeOf(options.composition) === aspects.length ? options.composition : null
  const composition = fitting ?? bestComposition(aspects, leads, fullWidth, gap)
  const captioned = captions.some((caption) => caption !== '')
  const variants = captioned ? captionedVariants(composition, options, house) : [treeVariant(composition, aspects, gap)]
  // Captions longer than any of these pictures has room for: lines from the start.
  if (variants.length === 0) return { gap, variants: foldedVariants(aspects, gap, Infinity) }
  if (!captioned) variants.push(...narrowerVariants(options, variants[0]!.from, house))
  const limit = variants.at(-1)!.from
  return { gap, composition, variants: limit > 0 ? [...variants, ...foldedVariants(aspects, gap, limit)] : variants }
}

/** Containers narrower than this are not worth a patchwork of their own, px. */
const NARROWEST = 240

function treeVariant(composition: Composition, aspects: readonly number[], gap: number, band = 0): Variant {
  const tree = compose(composition, aspects, band)
  const { boxes, height } = placeTree(tree)
  return {
    from: usableFrom(boxes, LEAST_SIDE, gap),
    boxes,
    height,
    form: { type: 'tree', tree },
    ...(band ? { band } : {}),
  }
}

/** One variant for each number of lines that the longest caption takes: all bands of a row are alike. None where no number will do. */
function captionedVariants(
  composition: Composition,
  { aspects, captions, inset, gap, fullWidth }: PatchworkOptions,
  house: HouseStyle,
): Variant[] {
  const made = new Map<number, Variant>()
  const withLines = (lines: number): Variant => {
    const known = made.get(lines) ?? treeVariant(composition, aspects, gap, captionHeight(lines, house))
    made.set(lines, known)
    return known
  }
  const ranges = bandRanges(
    captions,
    { least: NARROWEST, most: fullWidth },
    (lines, width) => withLines(lines).boxes.map((box) => at(box.w, width, gap) - 2 * inset),
    house,
  )
  const variants: Variant[] = []
  for (const { lines, from } of ranges) {
    const variant = withLines(lines)
    const usable = Math.max(from, variant.from)
    if (usable < (variants.at(-1)?.from ?? Infinity)) variants.push({ ...variant, from: usable })
    // Where legibility ends before the captions do, the row folds.
    if (variant.from > from) break
  }
  return variants
}

/** The best patchwork for containers narrower than `below` px, planned for a phone, if there is one in which everything can be made out. */
function narrowerVariants({ aspects, leads, gap }: PatchworkOptions, below: number, house: HouseStyle): Variant[] {
  if (below <= NARROWEST || !Number.isFinite(below)) return []
  const planned = Math.min(containerWidth('measure', house, PHONE.width), 0.9 * below)
  const next = bestCompositions(aspects, leads, planned, gap)
    .map((composition) => treeVariant(composition, aspects, gap))
    .find((variant) => variant.from <= planned)
  return next ? [{ ...next, form: { type: 'placed', bands: aspects.map(() => 0) } }] : []
}
