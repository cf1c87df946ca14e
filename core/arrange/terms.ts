import type { Picture } from '../wire/picture.ts'
import { ARRANGE_COSTS, MOST_WORDS, ONE_SCREEN, WELL_PARTED } from './costs.ts'
import type { Places } from './places.ts'
import type { ArrangeRequest, CostName, Option } from './request.ts'
import { sums } from './sums.ts'
import { type Gap, gapsBetween } from './times.ts'
import { Twins } from './twins.ts'
import { type Speaking, whoSpeaks } from './words.ts'

/** A run of pictures as one row at a place. */
export interface Group {
  readonly start: number
  readonly length: number
  readonly option: Option
  readonly place: number
}

type Part = readonly [what: CostName, cost: number]

/** px of height between which rows count as equally high. */
const HEIGHTS = [200, 420] as const
/** Share of the measure's area that a picture ought to have where there are as many as places. */
const WANTED_AREA = 0.35
/** How many times the others' area a picture that leads ought to have, and has where a patchwork is composed around it. */
const [LEADS_BY, LED] = [2, 1.8]
/** px beside a picture that a word takes, the space after it included, in font sizes. */
const WORD = 2.75
/** Words from the block that speaks of a picture to its row that make it far. */
const FAR_WORDS = 250
/** To stand before what speaks of it, and to stand anywhere else than right after it. */
const [BEFORE, ELSEWHERE] = [0.08, 0.3]

/**
 * Every cost of an arrangement, term by term: the programme adds them up as it goes, and a finished arrangement is
 * explained and checked by the very same.
 */
export class Terms {
  readonly gaps: readonly Gap[]
  readonly speaking: Speaking
  /** summed over the pictures before: what they cost at a place, for being far from their words and for not keeping pace */
  private readonly far: readonly Float64Array[]
  private readonly drift: readonly Float64Array[]
  private readonly breaks: readonly number[]
  private readonly twins: Twins
  private readonly bytes: readonly number[]
  /** pictures that lead, and those with a flaw, up to each picture */
  private readonly leads: readonly number[]
  private readonly flawed: readonly number[]
  private readonly wish: number
  private readonly wantedArea: number
  private readonly rowPrice: number
  private readonly bytePrice: number
  private readonly seen = new Map<string, number>()
  private readonly stood: ReadonlySet<string>
  private readonly kinds: ReadonlySet<string>

  constructor(
    private readonly request: ArrangeRequest,
    readonly places: Places,
  ) {
    const { pictures, body, wishes, house } = request
    const n = pictures.length
    this.gaps = gapsBetween(pictures.map(({ takenAt }) => takenAt))
    this.speaking = whoSpeaks(body, pictures)
    ;[this.far, this.drift] = this.placeCosts()
    this.breaks = sums(this.gaps.map(({ breaks }) => breaks))
    const withText = Math.max(1, places.parting.filter((_, p) => p > 0 && places.wordsBetween(p - 1, p) > 0).length)
    this.wish = Math.max(3, (1.25 * n) / withText)
    this.wantedArea =
      house.measure ** 2 * WANTED_AREA * Math.min(1, Math.sqrt((1.5 * withText) / n)) * 2 ** (0.6 * wishes.size)
    this.rowPrice = ARRANGE_COSTS.row * 3 ** -wishes.rows
    this.bytes = sums(pictures.map(bytesByArea))
    // As if all had the size that they ought to have.
    const all = this.bytes[n]! * this.wantedArea ** 0.85
    const leads = new Set(request.leads)
    this.leads = sums(pictures.map(({ id }) => Number(leads.has(id))))
    this.flawed = sums(pictures.map(({ flaws }) => Number(flaws.length > 0)))
    this.twins = new Twins(pictures, leads)
    const over = Math.max(0, 1 - (1000 * house.budget.whole) / all)
    this.bytePrice = (ARRANGE_COSTS.weight * over) / (1000 * house.budget.whole)
    for (const one of request.seen) this.seen.set(runKey(one), (this.seen.get(runKey(one)) ?? 0) + 1)
    this.stood = new Set(request.before.map(runKey))
    this.kinds = new Set(wishes.kinds)
  }

  /** Whether the picture may be left out: a look-alike of one next to it that is better. */
  mayLeave(at: number): boolean {
    return this.request.wishes.leaveOut && !this.twins.stays(at)
  }

  /** What a row of these pictures costs, however it is set and wherever it stands. O(1), but where it was seen before. */
  ofRun(start: number, length: number): Part[] {
    const { beside, inRow } = this.twins.within(start, length)
    // The one before may not be there.
    const goesOn = start > 0 && !this.mayLeave(start - 1)
    return [
      ['row', this.rowPrice],
      ['crowd', ARRANGE_COSTS.crowd * Math.max(0, length - this.wish) ** 2],
      ['joined', ARRANGE_COSTS.joined * (this.breaks[start + length - 1]! - this.breaks[start]!)],
      ['cut', goesOn && this.gaps[start - 1]!.burst ? ARRANGE_COSTS.cut : 0],
      ['twinsBeside', ARRANGE_COSTS.twinsBeside * beside],
      ['twinsInRow', ARRANGE_COSTS.twinsInRow * (inRow + Number(goesOn && this.twins.are(start - 1, start)))],
    ]
  }

  /** What it costs to set it so. O(1), but where it was seen before. */
  ofOption({ start, length, option }: Omit<Group, 'place'>): Part[] {
    const { before, seen } = this.request
    const large = Math.log(option.area / this.wantedArea)
    const bytes =
      option.kind === 'slideshow' ? 0 : (this.bytes[start + length]! - this.bytes[start]!) * option.area ** 0.85
    const parts: Part[] = [
      ['way', option.way],
      ['size', ARRANGE_COSTS.size * Math.min(3, length) * large ** 2],
      ['weight', this.bytePrice * bytes],
      ['unwanted', this.kinds.has(option.kind) ? 0 : ARRANGE_COSTS.unwanted],
    ]
    // Asked of tens of thousands, of which few have any of these.
    const flawed = this.flawed[start + length]! - this.flawed[start]!
    if (flawed > 0) parts.push(['flawed', ARRANGE_COSTS.flawed * flawed * Math.max(0, large + Math.LN2)])
    const leads = this.leads[start + length]! - this.leads[start]!
    if (leads > 0) parts.push(['lead', this.leadCost(leads, length, option)])
    if (option.side !== null) parts.push(['turnedAway', ARRANGE_COSTS.turnedAway * this.turnedAway(start, option.side)])
    if (before.length || seen.length) parts.push(...this.known(start, length, option))
    return parts
  }

  private leadCost(leads: number, length: number, { kind, area }: Option): number {
    const own = kind === 'patchwork' && leads < length ? area * LED : area
    return ARRANGE_COSTS.lead * leads * Math.max(0, Math.log((LEADS_BY * this.wantedArea) / own))
  }
  /** How far what the picture shows is from the text beside it, 0 to 1: a picture on the left has its text on the right. */
  private turnedAway(start: number, side: 'left' | 'right'): number {
    const { x } = this.request.pictures[start]!.focus
    return Math.max(0, side === 'left' ? 1 - 2 * x : 2 * x - 1)
  }

  private known(start: number, length: number, { look }: Option): Part[] {
    const pictures = this.request.pictures.slice(start, start + length).map(({ id }) => id)
    const key = runKey({ pictures, look })
    return [
      ['seenBefore', ARRANGE_COSTS.seenBefore * Math.sqrt(length) * (this.seen.get(key) ?? 0)],
      ['moved', this.stood.size && !this.stood.has(key) ? ARRANGE_COSTS.moved : 0],
    ]
  }

  /** What it costs at its place. O(1). */
  atPlace({ start, length, option, place }: Group): Part[] {
    const { far, drift, places } = this
    return [
      ['far', far[start + length]![place]! - far[start]![place]!],
      ['drift', drift[start + length]![place]! - drift[start]![place]!],
      ['parted', places.parting[place]!],
      ['aboveText', this.aboveText(option.phone, place)],
    ]
  }
  /** Of a row so many px high on a phone. */
  aboveText(phone: number, place: number): number {
    return this.places.aboveAll(place) ? ARRANGE_COSTS.aboveAll + (ARRANGE_COSTS.aboveText * phone) / ONE_SCREEN : 0
  }
  /** Far and drift of all pictures before the one of this number, at every place. */
  placing(before: number): Float64Array {
    return this.far[before]!.map((cost, place) => cost + this.drift[before]![place]!)
  }

  /** What the text between two rows, one after the other, costs. O(1). */
  betweenRows(from: number, to: number): Part[] {
    return [
      [this.places.wordsBetween(from, to) > MOST_WORDS ? 'longText' : 'fewBetween', this.places.between(from, to)],
    ]
  }
  /** Whether the text beside a row lasts up to the next one, or to the end. O(1). */
  besideText(option: Option, from: number, to: number): Part[] {
    const words = Math.min(this.places.until[from]!, this.places.wordsBetween(from, to))
    return [['textEnds', this.textEnds(option, words)]]
  }
  /** What the text after the last row costs. */
  atEnd(option: Option, place: number): Part[] {
    return [['longText', this.places.after(place)], ...this.besideText(option, place, this.places.last)]
  }
  private textEnds({ side, height }: Option, words: number): number {
    if (side === null) return 0
    const { house } = this.request
    const { fontSize, lineHeight } = house.type
    const lines = (middleOf(height) + house.space) / (fontSize * lineHeight)
    // A line beside it is about half a measure long.
    return words < (lines * house.measure) / 2 / (WORD * fontSize) ? ARRANGE_COSTS.textEnds : 0
  }

  /** Of two rows, one after the other, how much they are the same. `words` lie between them. O(1). */
  alike(one: Option, other: Option, words: number): Part[] {
    const half = words >= WELL_PARTED ? 0.5 : 1
    const same = (value: boolean, cost: number) => (value ? half * cost : 0)
    return [
      ['sameKind', same(one.kind === other.kind, ARRANGE_COSTS.sameKind)],
      ['sameSeat', same(one.sits === other.sits && one.sits !== 'measure', ARRANGE_COSTS.sameSeat)],
      ['sameSide', same(one.side !== null && one.side === other.side, ARRANGE_COSTS.sameSide)],
      ['sameHeight', same(bandOf(one.height) === bandOf(other.height), ARRANGE_COSTS.sameHeight)],
    ]
  }

  private placeCosts(): [Float64Array[], Float64Array[]] {
    const { places, speaking } = this
    const { pictures } = this.request
    const size = places.last + 1
    const all = places.words[places.last]!
    const far = [new Float64Array(size)]
    const drift = [new Float64Array(size)]
    pictures.forEach((_, i) => {
      const sure = speaking.sure[i]!
      const [f, d] = [Float64Array.from(far[i]!), Float64Array.from(drift[i]!)]
      for (let place = 0; place < size; place++) {
        const share = all ? places.words[place]! / all : place / Math.max(1, places.last)
        d[place]! += ARRANGE_COSTS.drift * (1 - sure) * ((i + 0.5) / pictures.length - share) ** 2
        for (const [block, part] of speaking.shares[i]!)
          f[place]! += ARRANGE_COSTS.far * sure * part * this.apart(block, place)
      }
      far.push(f)
      drift.push(d)
    })
    return [far, drift]
  }

  /** How far a place is from a block that speaks: 0 right after it, 1 and more a long way off. */
  private apart(block: number, place: number): number {
    if (place === block + 1) return 0
    if (place === block) return BEFORE
    const { words } = this.places
    const between = place > block ? words[place]! - words[block + 1]! : words[block]! - words[place]!
    return ELSEWHERE + Math.min(1.7, between / FAR_WORDS)
  }
}

const runKey = ({ pictures, look }: { readonly pictures: readonly string[]; readonly look: string }): string =>
  `${pictures.join()} ${look}`

/** In which band of heights a row is, and what stands for all of it. */
export const bandOf = (height: number): number => (height < HEIGHTS[0] ? 1 : height < HEIGHTS[1] ? 2 : 3)
const middleOf = (height: number): number => [150, 300, 480][bandOf(height) - 1]!

/** Bytes of a picture on a phone, for each of its px² to the power of .85: a guess as in files/forecast, with what a phone's density adds. */
const bytesByArea = ({ width, height }: Picture): number => 0.2 * (width / height) ** 0.85
