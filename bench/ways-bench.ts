import { STARTING_STYLE } from '../core/house/house-style.ts'
import { PHONE, WIDE } from '../core/house/screens.ts'
import { shareLost } from '../core/geometry/crop-window.ts'
import { LEAST_SIDE } from '../core/layout/fold.ts'
import { lookAlike } from '../core/layout/proposals.ts'
import { rowInWindow } from '../core/layout/row-in-window.ts'
import { type Box, variantAt } from '../core/layout/row-layout.ts'
import { seatOf } from '../core/layout/row-lengths.ts'
import { allWays, type Way, waysToShow } from '../core/layout/ways.ts'
import { containerWidth } from '../core/house/seats.ts'
import { libraryOf } from '../core/place/library.ts'
import { layRow } from '../core/place/lay-row.ts'
import { convertRow } from '../core/post/changes/convert-row.ts'
import { mixedShapes } from '../core/testing/camera-shapes.ts'
import { waysRequestOf } from '../core/testing/ways-request.ts'

/** What readers would mind in one way, on a wide screen or a phone. */
interface Seen {
  readonly small: boolean
  readonly lone: boolean
  readonly dwarfed: boolean
  readonly long: boolean
  readonly cut: boolean
  readonly tower: boolean
  readonly boxes: readonly Box[]
}

const MIXES = 400
const DWARFED = 8
/** Tiles of the list of ways. */
const SHOWN = 8

function seen(way: Way, request: ReturnType<typeof waysRequestOf>): Seen {
  const house = STARTING_STYLE
  const row = { ...convertRow(request.row, way.shape), captions: 'none' as const }
  const laid = layRow(row, libraryOf(request.pictures), house)!
  const [wide, phone] = [WIDE, PHONE].map((screen) => rowInWindow(laid, house, screen.width)) as [
    ReturnType<typeof rowInWindow>,
    ReturnType<typeof rowInWindow>,
  ]
  const { form } = variantAt(laid.layout, containerWidth(seatOf(laid.row), house, PHONE.width))
  const n = wide.boxes.length
  const last =
    form.type === 'lines' && form.counts.some((count) => count > 1)
      ? form.counts.at(-1)!
      : form.type === 'cells' && form.columns > 1
        ? n % form.columns
        : 0
  const areas = wide.boxes.map(({ w, h }) => w * h)
  return {
    small: [...wide.boxes, ...phone.boxes].some(({ w, h }) => Math.min(w, h) < LEAST_SIDE - 0.5),
    lone: n > 1 && last === 1,
    dwarfed: Math.max(...areas) > DWARFED * Math.min(...areas),
    long: phone.height > 2 * PHONE.height,
    cut: (laid.layout.crops ?? []).some((crop) => shareLost(crop) > 0.5),
    tower: phone.boxes.some(({ w, h }) => w > 300 && h > PHONE.height),
    boxes: wide.boxes,
  }
}

/** Of ways that are shown, in per cent: those with a fault that some other way of the same pictures has not. */
export function waysBench(print: (what: string, ...figures: string[]) => void): void {
  const faults = ['small', 'lone', 'dwarfed', 'long', 'cut', 'tower'] as const
  const first = Object.fromEntries(faults.map((fault) => [fault, 0]))
  const shown = { ...first }
  let [firsts, all, alike] = [0, 0, 0]
  for (let seed = 0; seed < MIXES; seed++) {
    const request = waysRequestOf(mixedShapes(2 + (seed % 15), seed))
    const ways = allWays(request)
    const every = ways.map((way) => seen(way, request))
    const positions = waysToShow(ways, SHOWN)
    const three = positions.slice(0, 3)
    firsts += three.length
    all += positions.length
    for (const fault of faults) {
      const avoidable = every.some((one) => !one[fault])
      const count = (list: readonly number[]) => (avoidable ? list.filter((i) => every[i]![fault]).length : 0)
      first[fault]! += count(three)
      shown[fault]! += count(positions)
    }
    const pairs = three.flatMap((a, i) => three.slice(i + 1).map((b) => [a, b] as const))
    if (pairs.some(([a, b]) => lookAlike(every[a]!.boxes, every[b]!.boxes, 0.04 * 560))) alike++
  }
  const percent = (count: number, of: number) => `${((100 * count) / of).toFixed(1)} %`
  const names = {
    small: 'a picture under 80 px on a side',
    lone: 'one lone picture last on a phone',
    dwarfed: 'the largest over eight times the smallest',
    long: 'longer on a phone than two screens',
    cut: 'more than half of a picture cut away',
    tower: 'a tower alone across a phone',
  }
  for (const fault of faults)
    print(
      `Ways with ${names[fault]}`,
      `first three ${percent(first[fault]!, firsts)}`,
      `shown ${percent(shown[fault]!, all)}`,
    )
  print('Mixes of which two of the first three ways look alike', percent(alike, MIXES))
}
