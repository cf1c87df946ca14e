import type { TextBlock } from '../../blocks/table.ts'
import { WordsBlock } from '../../blocks/table.ts'
import { type Block, type Body, isRow } from '../body.ts'
import { MOST_BLOCKS_OF_WORDS, MOST_WORDS_PLACES, type PlacedWords } from '../placed-words.ts'
import type { Row } from '../row.ts'

/** Words taken into a row, changed there, and given back to the text: none is ever lost. */

/** Words that nobody has given a share begin with. */
const FRESH_SHARE = 0.4

/** Whether the row shows words between its pictures, as it is. */
export const showsWords = ({ kind, one }: Row): boolean =>
  kind === 'side-by-side' || (kind === 'one' && one.side === null)

/** Whether this block could stand in a row: text with words in it, but not what begins a step. */
export const isWords = (block: Block | undefined): block is TextBlock =>
  block !== undefined &&
  !isRow(block) &&
  WordsBlock.safeParse(block).success &&
  JSON.stringify(block).includes('"text":')

/**
 * The row next to a block that could take its words in: the one before it, else the one after. undefined where there is
 * none with room.
 */
export function rowBeside({ content }: Body, at: number): Row | undefined {
  // Asked at every keystroke: mostly no row is near.
  const rows = [content[at - 1], content[at + 1]].flatMap((block) => (block && isRow(block) ? [block.attrs] : []))
  if (rows.length === 0 || !isWords(content[at])) return undefined
  return rows.find(
    (row) =>
      showsWords(row) &&
      // Words that came after the same picture go on in the same column.
      (row.words.length < MOST_WORDS_PLACES || row.words.some((one) => one.content.length < MOST_BLOCKS_OF_WORDS)),
  )
}

/** Blocks that stand one after the other: from the first, to the one after the last. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/**
 * Takes blocks of words into the row, before its picture at position `at`; left out: after its pictures where they came
 * after it, else before. Words that stand at that place already go on with them. undefined where they cannot go in: no
 * words, a row that shows none, or one without room.
 */
export function takeWordsIn(body: Body, { from, to }: Stretch, rowId: string, at?: number): Body | undefined {
  const place = body.content.findIndex((one) => isRow(one) && one.attrs.id === rowId)
  const row = body.content[place]
  const blocks = body.content.slice(from, to)
  if (!row || !isRow(row) || !showsWords(row.attrs) || blocks.length === 0 || !blocks.every(isWords)) return undefined
  const after = from > place
  const words = withWords(row.attrs, blocks, at ?? (after ? row.attrs.pictures.length : 0), after)
  if (!words) return undefined
  const content = body.content.flatMap((one, i): Block[] =>
    i >= from && i < to ? [] : i === place ? [{ ...row, attrs: { ...row.attrs, words } }] : [one],
  )
  return { ...body, content }
}

function withWords(row: Row, blocks: readonly TextBlock[], at: number, after: boolean): PlacedWords[] | undefined {
  const same = row.words.find((one) => Math.min(one.at, row.pictures.length) === at)
  if ((same?.content.length ?? 0) + blocks.length > MOST_BLOCKS_OF_WORDS) return undefined
  if (same)
    return row.words.map((one) =>
      one === same ? { ...one, content: after ? [...one.content, ...blocks] : [...blocks, ...one.content] } : one,
    )
  if (row.words.length === MOST_WORDS_PLACES) return undefined
  const share = row.words.length ? FRESH_SHARE / 1.6 : FRESH_SHARE
  return [...row.words, { at, share, sits: 'middle', content: [...blocks] }]
}

/** Gives words of the row back to the text: at a place between blocks, or before it where they stood before its pictures, else after. */
export function giveWordsBack(body: Body, rowId: string, index: number, place?: number): Body {
  const at = body.content.findIndex((one) => isRow(one) && one.attrs.id === rowId)
  const block = body.content[at]
  const words = block && isRow(block) ? block.attrs.words[index] : undefined
  if (!block || !isRow(block) || !words) return body
  const row: Block = { ...block, attrs: { ...block.attrs, words: block.attrs.words.filter((_, i) => i !== index) } }
  const content = body.content.map((one, i) => (i === at ? row : one))
  content.splice(place ?? (words.at === 0 ? at : at + 1), 0, ...words.content)
  return { ...body, content }
}

/** Changes words of the row. */
export const changeWords = (row: Row, index: number, change: Partial<PlacedWords>): Row => ({
  ...row,
  words: row.words.map((one, i) => (i === index ? { ...one, ...change } : one)),
})

/** Words that a row leaves behind when it is taken out. */
export const wordsLeft = (row: Row): Block[] => row.words.flatMap(({ content }) => content)
