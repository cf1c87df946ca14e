import { ladderFor } from '../files/ladder.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { breakRows } from '../layout/break-rows.ts'
import { ComposedRuns } from '../layout/composed-runs.ts'
import { FOLDED_LINE_SHAPE, LEAST_SIDE, LONE } from '../layout/fold.ts'
import { TALLEST_ALONE } from '../layout/lines.ts'
import type { Picture } from '../wire/picture.ts'
import { aloneOptions } from './alone-options.ts'
import { galleryOptions, slideshowOption } from './gallery-options.ts'
import { optionOf, type Room, roomOf, type Standing } from './option-figures.ts'
import type { Option } from './request.ts'
import { type Run, Shapes } from './shapes.ts'

/** Pictures side by side, and joined, at most. */
const MOST_BESIDE = 5
const LONGEST_JOINED = 7
/** Pictures of a gallery, and of a slideshow, at least. */
const LEAST_IN_GALLERY = 4
const LEAST_IN_SLIDESHOW = 3
/** How high pictures stand on a phone one line after another. */
interface OnPhone {
  readonly phone: number
  readonly leavesOne: boolean
}

/**
 * How every run of the pictures can stand, each option judged by the very table that judges ways, in closed forms: to ask
 * for the full list of ways for each run would take a minute. O(pictures × longest joined run) beforehand.
 */
export class Options {
  private readonly aspects: readonly number[]
  private readonly has: readonly number[]
  private readonly runs: ComposedRuns
  private readonly shapes: Shapes
  private readonly room: Room
  private readonly known = new Map<number, readonly Option[]>()

  constructor(
    private readonly pictures: readonly Picture[],
    house: HouseStyle,
    standing: Standing = 'page',
  ) {
    this.aspects = pictures.map(({ width, height }) => width / height)
    this.has = pictures.map(({ width, height }) => ladderFor(width, height).at(-1)!)
    this.shapes = new Shapes(this.aspects, this.has)
    this.runs = new ComposedRuns(this.aspects, LONGEST_JOINED)
    this.room = roomOf(house, standing)
  }

  /** Those of a run; at least one. The same list for the same run. O(length²). */
  of(start: number, length: number): readonly Option[] {
    const key = start * (this.pictures.length + 1) + length
    const before = this.known.get(key)
    if (before) return before
    const found =
      length === 1 ? aloneOptions(this.aspects[start]!, this.has[start]!, this.room) : this.several(start, length)
    this.known.set(key, found)
    return found
  }

  private several(start: number, length: number): Option[] {
    const run = this.shapes.of(start, length)
    const folded = length <= LONGEST_JOINED ? this.folded(start, length) : null
    const made = [
      ...(folded && length <= MOST_BESIDE ? this.sideBySide(run, folded) : []),
      ...(folded && length > 2 ? this.patchworks(run, start, folded) : []),
      ...(length >= LEAST_IN_GALLERY ? galleryOptions(run, this.room) : []),
      ...(length >= LEAST_IN_SLIDESHOW ? [slideshowOption(run, this.room)] : []),
    ]
    return made.length ? made : [...galleryOptions(run, this.room), slideshowOption(run, this.room)]
  }

  private sideBySide(run: Run, folded: OnPhone): Option[] {
    const { gap, phone, widths } = this.room
    const highAt = (width: number) => (width - (run.length - 1) * gap) / run.sum
    const narrowest = Math.min(1, run.narrowest)
    const onPhone = highAt(phone)
    return this.room.seats.flatMap((sits) => {
      const height = highAt(widths[sits])
      const least = height * narrowest
      // It would fold even on a wide screen.
      if (least < LEAST_SIDE) return []
      const area = (height * height * run.sum) / run.length
      return optionOf(
        'side-by-side',
        { kind: 'side-by-side', sits },
        {
          family: 'side-by-side',
          pictures: run.length,
          height,
          lowest: height,
          least,
          area,
          density: run.sharp / Math.sqrt(area),
          spread: run.spread,
          ...(onPhone * narrowest >= LEAST_SIDE ? { phone: onPhone } : folded),
        },
      )
    })
  }

  private patchworks(run: Run, start: number, folded: OnPhone): Option[] {
    const { gap, phone, widths } = this.room
    const { length } = run
    const onPhone = this.runs.best(start, length, phone, gap)
    return this.room.seats.flatMap((sits) => {
      const found = this.runs.best(start, length, widths[sits], gap)
      if (!found || found.least < LEAST_SIDE) return []
      const { height, least, spread } = found
      const area = (widths[sits] * height) / length
      return optionOf(
        'patchwork',
        { kind: 'patchwork', sits, patchwork: { composition: null } },
        {
          family: 'patchwork',
          pictures: length,
          height,
          lowest: least,
          least,
          area,
          density: run.sharp / Math.sqrt(area),
          spread,
          ...(onPhone && onPhone.least >= LEAST_SIDE ? { phone: onPhone.height } : folded),
        },
      )
    })
  }

  /** One line after another, as rows fold on a phone. */
  private folded(start: number, length: number): OnPhone {
    const { phone, gap } = this.room
    const aspects = this.aspects.slice(start, start + length)
    const { counts } = breakRows(aspects, phone, gap, {
      height: phone / FOLDED_LINE_SHAPE,
      least: LEAST_SIDE,
      tallest: TALLEST_ALONE,
      lone: LONE,
    })
    let [next, high] = [0, (counts.length - 1) * gap]
    for (const count of counts) {
      const sum = aspects.slice(next, next + count).reduce((all, aspect) => all + aspect, 0)
      next += count
      high += (phone - (count - 1) * gap) / Math.max(sum, count === 1 ? TALLEST_ALONE : 0)
    }
    return { phone: high, leavesOne: counts.at(-1) === 1 && counts.some((count) => count > 1) }
  }
}
