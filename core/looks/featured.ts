import { cropWindow, type CropWindow, type FocusPoint } from '../geometry/crop-window.ts'
import { LIST_SHAPES, type ListShape, SHARE_CARD_ASPECT } from '../page/list-shapes.ts'
import { closeBy } from './alike.ts'
import { detailOf } from './detail.ts'
import type { Flaw } from './flaws.ts'
import { type Signature, THUMB } from './signature.ts'

/** A picture of a post, as it is judged for standing for the post in lists. */
export interface Candidate {
  readonly id: string
  /** upright, px */
  readonly width: number
  readonly height: number
  readonly focus: FocusPoint
  readonly flaws: readonly Flaw[]
  readonly thumb: Uint8Array
  readonly signature: Signature
  /** the row is set around it */
  readonly lead: boolean
  /** it stands in the first row */
  readonly first: boolean
}

export const FEATURED_REASONS = ['whole', 'whole-here', 'lead', 'first', 'large'] as const
export type FeaturedReason = (typeof FEATURED_REASONS)[number]
export const FEATURED_WARNINGS = ['twin', 'cut', 'faint', 'few-px', 'dark', 'burnt', 'blurred', 'small'] as const
export type FeaturedWarning = (typeof FEATURED_WARNINGS)[number]

export interface FeaturedProposal {
  readonly id: string
  readonly reasons: FeaturedReason[]
  readonly warnings: FeaturedWarning[]
}

/** So many are proposed. */
export const PROPOSED = 3
/** So much of what is seen stays in every list, and the subject is said to be whole. */
const WHOLE = 0.85
/** Less of it in the house's list, and it is said to be cut. */
const CUT = 0.6
/** Brightnesses (of 255) about their mean: below, a picture of a few dozen px is one grey. */
const FAINT = 16
/** Px that a banner or a share card is sharp with on a fine screen. */
const ENOUGH_PX = 1200

/** What counts how much; whole counts from 0 to 1. */
const WEIGHTS = { whole: 1, houseList: 0.5, lead: 0.2, first: 0.15, large: 0.1, warning: -0.5 }

const ALL_SHAPES = [...Object.values(LIST_SHAPES).map(({ aspect }) => aspect), SHARE_CARD_ASPECT]

/**
 * The few pictures that stand best for a post in lists, best first, no two of them look-alikes. Judged by what can be
 * worked out: how much of what is seen each list's crop keeps, whether it is a twin of its neighbours in the list,
 * its px and flaws, its place in the post. Nothing is said of beauty.
 *
 * @param neighbours pictures that stand before and after it in the list
 */
export function proposeFeatured(
  candidates: readonly Candidate[],
  neighbours: readonly Signature[],
  shape: ListShape,
): FeaturedProposal[] {
  const judged = candidates
    .map((candidate) => ({ candidate, ...judge(candidate, neighbours, LIST_SHAPES[shape].aspect) }))
    .sort((a, b) => b.score - a.score)
  const taken: typeof judged = []
  for (const one of judged) {
    if (taken.length === PROPOSED) break
    if (!taken.some(({ candidate }) => closeBy(candidate.signature, one.candidate.signature))) taken.push(one)
  }
  return taken.map(({ candidate, reasons, warnings }) => ({ id: candidate.id, reasons, warnings }))
}

function judge(
  { width, height, focus, flaws, thumb, signature, lead, first }: Candidate,
  neighbours: readonly Signature[],
  houseShape: number,
) {
  const detail = detailOf(thumb)
  const kept = (aspect: number) => shareIn(detail, cropWindow(width / height, aspect, focus))
  const least = Math.min(...ALL_SHAPES.map(kept))
  const inHouse = cropWindow(width / height, houseShape, focus)
  const is: Record<FeaturedReason, boolean> = {
    whole: least >= WHOLE,
    'whole-here': least < WHOLE && kept(houseShape) >= WHOLE,
    lead,
    first,
    large: inHouse.width * width >= 2 * ENOUGH_PX,
  }
  const warned: Record<FeaturedWarning, boolean> = {
    twin: neighbours.some((other) => closeBy(other, signature)),
    cut: kept(houseShape) < CUT,
    faint: spread(thumb, inHouse) < FAINT,
    'few-px': !flaws.includes('small') && inHouse.width * width < ENOUGH_PX,
    dark: flaws.includes('dark'),
    burnt: flaws.includes('burnt'),
    blurred: flaws.includes('blurred'),
    small: flaws.includes('small'),
  }
  const warnings = FEATURED_WARNINGS.filter((one) => warned[one])
  const score =
    WEIGHTS.whole * least +
    WEIGHTS.houseList * kept(houseShape) +
    (lead ? WEIGHTS.lead : 0) +
    (first ? WEIGHTS.first : 0) +
    (is.large ? WEIGHTS.large : 0) +
    WEIGHTS.warning * warnings.length
  return { score, reasons: FEATURED_REASONS.filter((one) => is[one]), warnings }
}

function inWindow({ x, y, width, height }: CropWindow, each: (at: number) => void): void {
  const [left, right] = [Math.round(x * THUMB), Math.round((x + width) * THUMB)]
  const [top, bottom] = [Math.round(y * THUMB), Math.round((y + height) * THUMB)]
  for (let row = top; row < bottom; row++) for (let column = left; column < right; column++) each(row * THUMB + column)
}

/** Share of the detail that a window keeps; all of it where there is none. */
function shareIn(detail: Float32Array, window: CropWindow): number {
  const all = detail.reduce((sum, value) => sum + value, 0)
  let kept = 0
  inWindow(window, (at) => (kept += detail[at]!))
  return all === 0 ? 1 : kept / all
}

/** Standard deviation of the brightnesses in a window. */
function spread(thumb: Uint8Array, window: CropWindow): number {
  let [n, sum, squares] = [0, 0, 0]
  inWindow(window, (at) => {
    n++
    sum += thumb[at]!
    squares += thumb[at]! ** 2
  })
  return n === 0 ? 0 : Math.sqrt(Math.max(0, squares / n - (sum / n) ** 2))
}
