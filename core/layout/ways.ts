import { rowFacts } from '../facts/row-facts.ts'
import { type Library, libraryOf } from '../place/library.ts'
import { ladderFor } from '../files/ladder.ts'
import { shareLost } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { PHONE, WIDE } from '../house/screens.ts'
import { KINDS } from '../kinds/table.ts'
import { convertRow, type RowShape } from '../post/changes/convert-row.ts'
import type { FollowingText } from '../post/following.ts'
import type { Row } from '../post/row.ts'
import type { Picture } from '../wire/picture.ts'
import { toldApart } from '../words/patchwork-name.ts'
import { rowInWindow } from './row-in-window.ts'
import { type RowWithin } from '../steps/steps.ts'
import { SEATS, type Seat } from '../house/seats.ts'
import { layRow, type LaidRow, standingIn } from '../place/lay-row.ts'
import { shapeOf } from '../place/shape-in-row.ts'
import { ALIKE, lookAlike } from './proposals.ts'
import { wideWidth } from './container.ts'
import { seatOf } from './row-lengths.ts'
import { type Box, variantAt } from './row-layout.ts'
import { faultsOf, holes, leavesOne, mean, spreadOfAreas } from './way-faults.ts'
import { wayCost } from './way-cost.ts'
import type { Family } from './way-weights.ts'

/** One way in which the pictures can be set here, ready to be set. */
export interface Way {
  /** ways of one family are proposals for the same kind of thing, to be stepped through */
  readonly family: Family
  readonly name: string
  readonly shape: RowShape
  /** lower is better */
  readonly cost: number
  /** something is wrong with it that nobody would leave so */
  readonly faulty: boolean
}

export interface WaysRequest {
  /** the row as it would be, or is, with its options and wording */
  readonly row: Row
  readonly pictures: readonly Picture[]
  readonly following: FollowingText
  /** in what it stands, or would */
  readonly within: RowWithin
  readonly house: HouseStyle
  /** other orders of the pictures may be proposed */
  readonly reorder: boolean
}

/**
 * The ways in which exactly these pictures can be set here, best first, near-twins left out. A generator, so
 * that whoever runs it can stop between two candidates when the selection has changed; its last value is the
 * list. 9 pictures take some ten candidates beside the joined: O(candidates × layout).
 */
export function* proposeWays(asked: WaysRequest): Generator<undefined, Way[]> {
  const request = { ...asked, row: standingIn(asked.row, asked.within) }
  const library = libraryOf(request.pictures)
  const judged: Judged[] = []
  for (const shape of shapes(request, library)) {
    const way = judge(shape, request, library)
    if (way) judged.push(way)
    yield
  }
  judged.sort((a, b) => a.way.cost - b.way.cost)
  const accepted: Judged[] = []
  for (const one of judged) if (!accepted.some((other) => twins(one, other, request.house))) accepted.push(one)
  const joined = accepted.filter(({ way }) => way.family === 'patchwork')
  const names = toldApart(
    joined.map(({ way, boxes }) => ({ name: way.name, boxes, wider: way.shape.sits !== request.row.sits })),
  )
  return accepted.map((one) => {
    const at = joined.indexOf(one)
    return at < 0 ? one.way : { ...one.way, name: names[at]! }
  })
}

/** The list at once, for whoever need not stop. */
export function allWays(request: WaysRequest): Way[] {
  const steps = proposeWays(request)
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value
  }
}

/** How many ways of a family are shown before its others have to be stepped to. */
const SHOWN: Record<Family, number> = {
  one: 5,
  'side-by-side': 2,
  patchwork: 3,
  level: 1,
  loose: 1,
  cells: 2,
  slideshow: 1,
}

/**
 * The ways to show first, best first: positions in the list, a few of each family, at most `most`. The best of
 * every family comes before the second of any: a kind that is not shown can't be stepped to. Not shown is what
 * nobody would leave so, unless every way is of that sort.
 */
export function waysToShow(ways: readonly Way[], most: number): number[] {
  const taken = new Map<Family, number>()
  const firsts: number[] = []
  const others: number[] = []
  const sound = ways.some(({ faulty }) => !faulty)
  ways.forEach(({ family, faulty }, i) => {
    if (faulty && sound) return
    const before = taken.get(family) ?? 0
    taken.set(family, before + 1)
    if (before === 0) firsts.push(i)
    else if (before < SHOWN[family]) others.push(i)
  })
  return [...firsts, ...others].slice(0, most).sort((a, b) => a - b)
}

/** Every candidate, of every kind. */
function* shapes({ row, within, house, reorder }: WaysRequest, library: Library): Generator<RowShape> {
  const aspects = row.pictures.map((placed) => {
    const picture = library.picture(placed.id)
    return picture ? shapeOf(placed, picture) : 1
  })
  // Beside the words of a step a row is as wide as its column, wherever else it would sit.
  const seats: readonly Seat[] = within === 'column' ? ['measure'] : SEATS
  const wide = (sits: Seat) => wideWidth({ row: { ...row, kind: 'side-by-side', sits }, within }, house)
  for (const kind of Object.values(KINDS))
    yield* kind.offers({ row, aspects, seats, beside: within === 'page', wide, house, reorder })
}

interface Judged {
  readonly way: Way
  readonly laid: LaidRow
  readonly boxes: readonly Box[]
}

/** Weighs one candidate; undefined where it can't be used at this width. */
function judge(shape: RowShape, { row, within, house, following }: WaysRequest, library: Library): Judged | undefined {
  // Without captions: they come to whatever way is taken, and must not make two of a kind look different.
  const laid = layRow({ ...convertRow(row, shape), captions: 'none' }, library, house, within)
  if (!laid) return undefined
  const { boxes, height, form } = rowInWindow(laid, house, WIDE.width)
  // Joined pictures that would fold even on a wide screen are no way to set them.
  if (
    (laid.row.kind === 'patchwork' || laid.row.kind === 'side-by-side') &&
    variantAt(laid.layout, wideWidth(laid, house)) !== laid.layout.variants[0]
  )
    return undefined
  const n = boxes.length
  const phone = rowInWindow(laid, house, PHONE.width)
  const family = familyOf(shape)
  const { crops } = laid.layout
  const lost = crops?.map(shareLost) ?? [0]
  const poorText =
    shape.kind === 'one' &&
    rowFacts({ ...laid, row: standingIn(convertRow(row, shape), within) }, following, house, WIDE.width).some(
      (fact) => fact.about === 'text' && fact.poor,
    )
  const sits = seatOf(laid.row)
  const faults = faultsOf(laid, boxes, phone)
  const cost = wayCost({
    family,
    pictures: n,
    height,
    lowest: Math.min(...boxes.map((box) => box.h)),
    phone: phone.height,
    leavesOne: leavesOne(phone.form, n),
    spread: form.type === 'strip' ? 0 : spreadOfAreas(boxes, laid),
    lost: { mean: mean(lost), most: Math.max(...lost) },
    density: Math.min(
      ...boxes.map(
        (box, i) => ladderFor(laid.pictures[i]!.picture.width, laid.pictures[i]!.picture.height).at(-1)! / box.w,
      ),
    ),
    holes: holes(laid, boxes, height),
    sits,
    seatChosen: sits === row.sits,
    poorText,
    faults,
  })
  const way = {
    family,
    name: KINDS[shape.kind].name(shape, boxes),
    shape,
    cost,
    faulty: faults > 0,
  }
  return { way, laid, boxes }
}

export function familyOf(shape: RowShape): Family {
  return shape.kind === 'gallery' ? (shape.gallery?.form ?? 'cells') : shape.kind
}

/** Two ways that a blogger would take for one: alike in boxes and seat. */
function twins(a: Judged, b: Judged, house: HouseStyle): boolean {
  const seat = seatOf(a.laid.row)
  if (
    seat !== seatOf(b.laid.row) ||
    (a.way.shape.one?.side ?? null) !== (b.way.shape.one?.side ?? null) ||
    (a.way.family === 'slideshow') !== (b.way.family === 'slideshow')
  )
    return false
  return lookAlike(a.boxes, b.boxes, ALIKE * wideWidth(a.laid, house))
}
