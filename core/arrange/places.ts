import type { HouseStyle } from '../house/house-style.ts'
import { withinAt } from '../steps/steps.ts'
import { type Block, type Body, isRow, plainText } from '../post/body.ts'
import { sums } from './sums.ts'
import { wordsIn } from './words.ts'
import type { Standing } from './option-figures.ts'
import { ARRANGE_COSTS, FEW_WORDS, MOST_AT_START, MOST_WORDS } from './costs.ts'

/** The places of a post's text, 0 to the number of its blocks, and what the text between them asks for. */
export class Places {
  readonly last: number
  /** words before each place, those of the whole text at the end */
  readonly words: readonly number[]
  /** what it costs to part the blocks here, whatever stands there */
  readonly parting: readonly number[]
  /** words that can stand beside a picture here: up to the next heading or standing row */
  readonly until: readonly number[]
  /** in what a row would stand here */
  readonly standing: readonly Standing[]
  /** the first standing row from here on; the number of blocks where there is none */
  private readonly nextRow: readonly number[]
  /** the place after the last standing row before here; 0 where there is none */
  private readonly afterRow: readonly number[]
  /** headings before each place */
  private readonly headings: readonly number[]

  constructor(
    readonly body: Body,
    house: HouseStyle,
  ) {
    const { content } = body
    const n = content.length
    this.last = n
    this.standing = Array.from({ length: n + 1 }, (_, p) =>
      withinAt(content, p, house) === 'column' ? 'column' : 'page',
    )
    this.words = sums(content.map((block) => wordsIn(plainText(block))))
    this.headings = sums(content.map((block) => (block.type === 'heading' ? 1 : 0)))
    const nextRow = Array.from<number>({ length: n + 1 }).fill(n)
    const nextEnd = [...nextRow]
    for (let p = n - 1; p >= 0; p--) {
      nextRow[p] = isRow(content[p]!) ? p : nextRow[p + 1]!
      nextEnd[p] = isRow(content[p]!) || content[p]!.type === 'heading' ? p : nextEnd[p + 1]!
    }
    const afterRow = [0]
    for (let p = 1; p <= n; p++) afterRow.push(isRow(content[p - 1]!) ? p : afterRow[p - 1]!)
    this.nextRow = nextRow
    this.afterRow = afterRow
    this.until = nextEnd.map((end, p) => this.words[end]! - this.words[p]!)
    this.parting = Array.from({ length: n + 1 }, (_, p) => partingCost(content[p - 1], content[p]))
  }

  /** Whether no word and no row stands before this place. */
  aboveAll(place: number): boolean {
    return this.words[place] === 0 && this.afterRow[place] === 0
  }

  /** What the text from one place to the next row's costs, standing rows between them taken for rows. O(1). */
  between(from: number, to: number): number {
    const row = this.nextRow[from]!
    return row >= to ? this.stretch(from, to) : this.stretch(from, row) + this.stretch(this.afterRow[to]!, to)
  }

  /** What the text before the first new row costs. O(1). */
  before(first: number): number {
    const from = this.afterRow[first]!
    if (from > 0) return this.stretch(from, first)
    return tooLong(this.words[first]!, MOST_AT_START)
  }

  /** What the text after the last new row costs. O(1). */
  after(place: number): number {
    const row = this.nextRow[place]!
    return row < this.last ? this.stretch(place, row) : tooLong(this.words[this.last]! - this.words[place]!, MOST_WORDS)
  }

  /** Words between two places. */
  wordsBetween(from: number, to: number): number {
    return this.words[to]! - this.words[from]!
  }

  /** Text alone between two rows. */
  private stretch(from: number, to: number): number {
    const words = this.words[to]! - this.words[from]!
    if (words === 0) return ARRANGE_COSTS.nothingBetween
    const headings = this.headings[to]! - this.headings[from]!
    if (headings === to - from) return ARRANGE_COSTS.headingBetween
    return words < FEW_WORDS ? ARRANGE_COSTS.fewBetween : tooLong(words, MOST_WORDS)
  }
}

const tooLong = (words: number, most: number): number =>
  ARRANGE_COSTS.longText * (Math.max(0, words - most) / MOST_WORDS) ** 2

/** A row between these two blocks parts what belongs together: words and the list that they announce, a heading and its text. */
function partingCost(before: Block | undefined, after: Block | undefined): number {
  if (!before || !after || isRow(before) || isRow(after)) return 0
  const announces = /[:：]\s*$/.test(plainText(before))
  const announced = ['bulletList', 'orderedList', 'blockquote', 'codeBlock', 'table'].includes(after.type)
  return announces || announced ? ARRANGE_COSTS.parted : 0
}
