import { convertRow } from '../post/changes/convert-row.ts'
import { makeRow } from '../post/changes/make-row.ts'
import type { Row } from '../post/row.ts'
import { ARRANGE_COSTS } from './costs.ts'
import { Options } from './options.ts'
import { Places } from './places.ts'
import { type Solved, solve } from './programme.ts'
import type { Programme } from './steps.ts'
import type { Against, ArrangedRow, Arrangement, ArrangeRequest, CostName } from './request.ts'
import { type Group, Terms } from './terms.ts'

/** A run is at least so long at most, and twice its share of the text. */
const LONGEST_RUN = 9
/** Places that are looked at: of a longer text those that part it most evenly. */
const MOST_PLACES = 90

/**
 * Arranges the pictures in the text: every picture once and in order (but look-alikes that may be left out), rows that
 * stand and rows that are pinned where they are. Deterministic.
 */
export function arrange(request: ArrangeRequest): Arrangement {
  const programme = programmeOf(request)
  return toldOf(request, programme, solve(programme))
}

export function programmeOf(request: ArrangeRequest): Programme {
  const { pictures, pins, house, body } = request
  const n = pictures.length
  const places = new Places(body, house)
  const at = new Map(pictures.map(({ id }, i) => [id, i]))
  const fixed = new Map<string, { look: string; place: number }>()
  const pinned: (string | undefined)[] = Array.from({ length: n })
  for (const { pictures: ids, look, place } of pins) {
    const start = at.get(ids[0]!)
    if (start === undefined || ids.some((id, i) => at.get(id) !== start + i))
      throw new RangeError(`pins: expected pictures next to each other, got ${ids.join()}`)
    const key = `${start} ${ids.length}`
    fixed.set(key, { look, place })
    ids.forEach((_, i) => (pinned[start + i] = key))
  }
  const withText = places.parting.filter((_, p) => p > 0 && places.wordsBetween(p - 1, p) > 0).length
  const longest = Math.max(
    LONGEST_RUN,
    Math.ceil((2.5 * n) / Math.max(1, withText)),
    ...pins.map((pin) => pin.pictures.length),
  )
  const terms = new Terms(request, places)
  return {
    pictures: n,
    options: {
      page: new Options(pictures, house),
      ...(places.standing.includes('column') ? { column: new Options(pictures, house, 'column') } : {}),
    },
    places,
    terms,
    open: openPlaces(
      places,
      pins.map(({ place }) => place),
    ),
    lengths: lengthsUpTo(
      Math.min(n, longest),
      pins.map((pin) => pin.pictures.length),
    ),
    fixed: (start, length) => {
      const key = `${start} ${length}`
      if (fixed.has(key)) return fixed.get(key)
      for (let i = start; i < start + length; i++) if (pinned[i] !== undefined) return 'no'
      return undefined
    },
    mayLeave: (i) => pinned[i] === undefined && terms.mayLeave(i),
  }
}

/** Up to so many pictures a run may have any number of them; of longer ones every sixteenth is looked at. */
const EVERY_LENGTH = 24

function lengthsUpTo(longest: number, asked: readonly number[]): number[] {
  const lengths = new Set(asked)
  for (let length = 1; length <= longest; length += length < EVERY_LENGTH ? 1 : Math.floor(length / 16))
    lengths.add(length)
  return [...lengths].sort((a, b) => a - b)
}

/** Where rows may stand: everywhere, or of a long text the places that part its words most evenly, and those that are asked for. */
function openPlaces(places: Places, asked: readonly number[]): number[] {
  const all = Array.from({ length: places.last + 1 }, (_, place) => place)
  if (all.length <= MOST_PLACES) return all
  const step = Math.max(1, places.words[places.last]!) / (MOST_PLACES - 2)
  let next = 0
  const even = all.filter((place) => {
    const far = places.words[place]! >= next && places.parting[place] === 0
    if (far) next = (Math.floor(places.words[place]! / step) + 1) * step
    return far || place === places.last
  })
  // A text of blocks without words is parted by their number.
  const some = even.length < 3 ? all.filter((place) => place % Math.ceil(all.length / MOST_PLACES) === 0) : even
  return [...new Set([0, ...some, ...asked])].sort((a, b) => a - b)
}

/** Everything that is to be said against an arrangement; it adds up to its cost. */
export function against({ terms, places }: Programme, groups: readonly Group[], left: number): Against[] {
  const list: Against[] = []
  const add = (row: number | null, parts: readonly (readonly [CostName, number])[]) => {
    for (const [what, cost] of parts) if (cost !== 0) list.push({ what, cost, row })
  }
  const first = groups[0]
  add(first ? 0 : null, [['longText', places.before(first?.place ?? places.last)]])
  groups.forEach((group, i) => {
    add(i, terms.ofRun(group.start, group.length))
    add(i, terms.ofOption(group))
    add(i, terms.atPlace(group))
    const next = groups[i + 1]
    if (!next) return add(i, terms.atEnd(group.option, group.place))
    add(i, terms.besideText(group.option, group.place, next.place))
    add(i + 1, terms.betweenRows(group.place, next.place))
    add(i + 1, terms.alike(group.option, next.option, places.wordsBetween(group.place, next.place)))
  })
  add(null, [['leftOut', ARRANGE_COSTS.leftOut * left]])
  return list.sort((a, b) => b.cost - a.cost)
}

function toldOf(request: ArrangeRequest, programme: Programme, { groups, left, cost }: Solved): Arrangement {
  const list = against(programme, groups, left.length)
  const all = list.reduce((sum, one) => sum + one.cost, 0)
  if (Math.abs(all - cost) > 1e-6) throw new Error(`arranging: told ${all}, found ${cost}`)
  const { pictures } = request
  const { sure, shared } = programme.terms.speaking
  const leads = new Set(request.leads)
  const rows = groups.map(({ start, length, option, place }, i): ArrangedRow => {
    const own = pictures.slice(start, start + length).map(({ id }) => id)
    const speak = Array.from({ length }, (_, k) => ({
      sure: sure[start + k]!,
      stems: [...shared(start + k, place - 1), ...shared(start + k, place)],
    })).filter(({ stems }) => stems.length > 0)
    return {
      row: withLeads(convertRow(makeRow(`arranged-${i}`, own), option.shape), leads),
      pictures: own,
      look: option.look,
      place,
      option,
      spoken: {
        sure: Math.max(0, ...speak.map((one) => one.sure)),
        stems: [...new Set(speak.flatMap(({ stems }) => stems))],
      },
    }
  })
  return { rows, leftOut: left.map((i) => pictures[i]!.id), cost, against: list }
}

/** Pictures that lead are larger than the others of a patchwork. */
const withLeads = (row: Row, leads: ReadonlySet<string>): Row =>
  row.pictures.length === 1 || !row.pictures.some(({ id }) => leads.has(id))
    ? row
    : { ...row, pictures: row.pictures.map((one) => (leads.has(one.id) ? { ...one, lead: true } : one)) }
