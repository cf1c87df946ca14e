import type { ListedPost } from '../front/listed-post.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Lights } from '../looks/lights.ts'
import { BLOCK_PLACES, BLOCK_WIDTH, type BlockPlace, EXCERPT_WORDS, type PostShow, type SlideChange } from './show.ts'
import type { JudgedSlide } from './judged-slide.ts'
import { subjectCovered, veilFor } from './slide-contrast.ts'
import { fitFaults, slideFaults, type SlideFault } from './slide-faults.ts'
import { movedTo } from './slide-layout.ts'
import { type LaidRange, laidRanges } from './slide-ranges.ts'
import { rowAndColumn, settingOf, type SlideSetting } from './slide-setting.ts'
import { slideWidths } from './slide-widths.ts'
import { wordsOfSlide } from './slide-words.ts'

/** One slide of a slideshow, with what is known of its picture. */
export interface ShowSlide {
  readonly show: PostShow
  readonly post: ListedPost
  readonly lights: Lights | null
  readonly house: HouseStyle
}

export const MENDS = ['place', 'width', 'smaller', 'words', 'veil', 'bandBelow'] as const
export type MendBy = (typeof MENDS)[number]

/** A change of one slide after which it fits and can be read at every width. */
export interface SlideMend {
  /** what is otherwise than it was */
  readonly by: readonly MendBy[]
  readonly change: SlideChange
  /** how much that alters; see `COSTS` */
  readonly cost: number
}

/** What each alteration costs: the cheapest are those that a reader sees least of. */
const COSTS = {
  /** another place, and each further row or column */
  place: { one: 0.7, more: 0.3 },
  /** each ten per cent wider */
  wider: 0.5,
  /** each step of type */
  smaller: 1.2,
  /** each time that an excerpt is cut by a third */
  words: 1,
  /** any veil, and all of the picture covered */
  veil: { any: 0.5, whole: 3 },
  /** any band that is wider than it was, and one at all widths */
  band: { any: 1, whole: 5 },
} as const
const [WIDER, MOST_SMALLER, MOST_CUTS, CUT] = [10, 3, 3, 2 / 3]

export const changeOf = ({ show, post }: ShowSlide): SlideChange => show.changes[post.id] ?? {}

export function judgedAs({ show, post, lights, house }: ShowSlide, change: SlideChange): JudgedSlide {
  const { picture, focus } = post.featured!
  return {
    show,
    said: wordsOfSlide(show, post, house, change),
    under: { aspect: picture.width / picture.height, focus, lights },
    house,
    widths: slideWidths(show, house),
  }
}

/** What is wrong with a slide as it is, or with such a change. Some 1 ms. */
export const faultsOf = (slide: ShowSlide, change = changeOf(slide)): SlideFault[] =>
  slideFaults(judgedAs(slide, change), settingOf(slide.show, change))

/** One alteration of each kind, with what it costs; the first of each leaves it as it is. */
interface Choice<K extends keyof SlideChange> {
  readonly change: Partial<Pick<SlideChange, K>>
  readonly cost: number
}

function choicesOf(slide: ShowSlide, now: SlideChange) {
  const { show, post, house } = slide
  const setting = settingOf(show, now)
  const none: Choice<keyof SlideChange> = { change: {}, cost: 0 }
  const [row, column] = rowAndColumn(setting.place)
  const places: Choice<'place'>[] = BLOCK_PLACES.filter((place) => place !== setting.place).map((place) => {
    const [r, c] = rowAndColumn(place)
    return {
      change: { place },
      cost: COSTS.place.one + COSTS.place.more * (Math.abs(r - row) + Math.abs(c - column) - 1),
    }
  })
  const widths: Choice<'width'>[] = []
  for (let width = setting.width, cost = 0; width < BLOCK_WIDTH.most; ) {
    width = Math.min(BLOCK_WIDTH.most, width + WIDER)
    widths.push({ change: { width }, cost: (cost += COSTS.wider) })
  }
  const smaller: Choice<'smaller'>[] = []
  for (let more = 1; more <= MOST_SMALLER && setting.smaller + more <= 4; more++)
    smaller.push({ change: { smaller: setting.smaller + more }, cost: more * COSTS.smaller })
  const words: Choice<'words'>[] = []
  const excerpt = (change: SlideChange) =>
    JSON.stringify(wordsOfSlide(show, post, house, change).map(({ text }) => text))
  let said = excerpt(now)
  let most = now.words ?? Math.max(0, ...show.lines.flatMap((line) => (line.says === 'excerpt' ? [line.words] : [])))
  for (let cut = 1; cut <= MOST_CUTS && most > EXCERPT_WORDS.least; cut++) {
    most = Math.max(EXCERPT_WORDS.least, Math.floor(most * CUT))
    const next = excerpt({ ...now, words: most })
    if (next !== said) words.push({ change: { words: most }, cost: cut * COSTS.words })
    said = next
  }
  const over = setting.stands === 'over'
  return {
    places: (setting.stands === 'band' ? [none] : [none, ...places]) as readonly Choice<'place'>[],
    widths: setting.stands === 'band' ? [none] : [none, ...widths],
    smaller: [none, ...smaller],
    words: [none, ...words],
    over,
  }
}

/** The words of a slide laid out at every width, of which only the place is still to be chosen. */
interface Fitted {
  readonly judged: JudgedSlide
  readonly setting: SlideSetting
  readonly ranges: readonly LaidRange[]
  /** of each range, whether its words fit */
  readonly fits: readonly boolean[]
}

function fitted(slide: ShowSlide, change: SlideChange): Fitted {
  const judged = judgedAs(slide, change)
  const setting = settingOf(slide.show, change)
  const ranges = laidRanges(judged, setting)
  return {
    judged,
    setting,
    ranges,
    fits: ranges.map(({ slides }) => slides.every((one) => fitFaults(one).length === 0)),
  }
}

/** The veil that each range needs at least, where its words stand in this place; Infinity where none helps. */
function veilsNeeded({ judged, setting, ranges, fits }: Fitted, place: BlockPlace): number[] {
  return ranges.map(({ slides }, i) => {
    if (!fits[i]) return Infinity
    let most = 0
    for (const one of slides) {
      if (one.stands !== 'over') continue
      const slide = movedTo(one, setting.place, place)
      if (subjectCovered(slide, judged.under)) return Infinity
      for (const line of slide.lines) most = Math.max(most, veilFor(line, slide, judged) ?? Infinity)
    }
    return most
  })
}

/** What veil and what band make a slide whole, each pair of them that is worth while. */
function finished(needs: readonly number[], { judged, setting, ranges }: Fitted) {
  const { veil, bandBelow } = setting
  const { least, most } = judged.widths
  const options: { change: SlideChange; cost: number }[] = []
  // Bands only widen: for each end of them, the veil that all wider slides need.
  let strength = veil
  for (let i = needs.length; i >= 0; i--) {
    const from = i === 0 ? bandBelow : i === needs.length ? Math.ceil(most) + 1 : Math.ceil(ranges[i]!.from)
    if (strength < Infinity && (i === 0 || (needs[i - 1]! > strength && from > bandBelow))) {
      const rounded = Math.min(1, Math.ceil(strength * 1000) / 1000)
      const share = Math.log(Math.min(from, most) / least) / Math.log(most / least)
      options.push({
        change: { ...(from > bandBelow ? { bandBelow: from } : {}), ...(rounded > veil ? { veil: rounded } : {}) },
        cost:
          (from > bandBelow ? COSTS.band.any + COSTS.band.whole * share ** 2 : 0) +
          (rounded > veil ? COSTS.veil.any + COSTS.veil.whole * (rounded - veil) : 0),
      })
    }
    if (i > 0) strength = Math.max(strength, needs[i - 1]!)
    if (strength === Infinity) break
  }
  return options
}

/** Alterations of the kinds that are allowed, only such as cost less than the best so far, which each `next` says. */
function* waysFor(slide: ShowSlide, now: SlideChange, allowed: readonly MendBy[]): Generator<SlideMend, void, number> {
  const { places, widths, smaller, words, over } = choicesOf(slide, now)
  const only = <C>(by: MendBy, choices: readonly C[]) => (allowed.includes(by) ? choices : choices.slice(0, 1))
  const sets = only('words', words)
    .flatMap((a) =>
      only('smaller', smaller).map((b) => ({ change: { ...a.change, ...b.change }, cost: a.cost + b.cost })),
    )
    .flatMap((a) => only('width', widths).map((b) => ({ change: { ...a.change, ...b.change }, cost: a.cost + b.cost })))
  const combinations = sets
    .flatMap((set) => only('place', places).map((place) => ({ set, place, cost: set.cost + place.cost })))
    .sort((a, b) => a.cost - b.cost)
  const known = new Map<object, Fitted>()
  let best = Infinity
  for (const { set, place, cost } of combinations) {
    if (cost >= best) return
    const fit = known.get(set) ?? fitted(slide, { ...now, ...set.change })
    known.set(set, fit)
    const to = place.change.place ?? fit.setting.place
    const ends = over ? finished(veilsNeeded(fit, to), fit) : [{ change: {}, cost: 0 }]
    for (const end of ends.sort((a, b) => a.cost - b.cost)) {
      const change: SlideChange = { ...set.change, ...place.change, ...end.change }
      const by = MENDS.filter((one) => change[one] !== undefined)
      if (by.length === 0 || by.some((one) => !allowed.includes(one)) || cost + end.cost >= best) continue
      best = Math.min(best, yield { by, change, cost: cost + end.cost })
    }
  }
}

function leastOf(slide: ShowSlide, now: SlideChange, allowed: readonly MendBy[]): SlideMend | null {
  let least: SlideMend | null = null
  const ways = waysFor(slide, now, allowed)
  let best = Infinity
  for (let next = ways.next(best); !next.done; next = ways.next(best)) {
    const mend = next.value
    // Whatever was reckoned: it is a mend where nothing is wrong afterwards.
    if (mend.cost < best && faultsOf(slide, { ...now, ...mend.change }).length === 0) {
      least = mend
      best = mend.cost
    }
  }
  return least
}

/** The combination of alterations that mends a slide and alters least; null where it needs none, or none helps. */
export function leastMend(slide: ShowSlide, now = changeOf(slide)): SlideMend | null {
  return faultsOf(slide, now).length === 0 ? null : leastOf(slide, now, MENDS)
}

/** The alterations that mend a slide each by itself, then the combination that alters least where that is cheaper than all; smallest first. */
export function mendsOf(slide: ShowSlide, now = changeOf(slide)): SlideMend[] {
  if (faultsOf(slide, now).length === 0) return []
  const single = MENDS.flatMap((by) => leastOf(slide, now, [by]) ?? [])
  const least = leastOf(slide, now, MENDS)
  const known = least && single.some(({ by }) => by.join() === least.by.join())
  return [...single, ...(least && !known ? [least] : [])].sort((a, b) => a.cost - b.cost)
}
