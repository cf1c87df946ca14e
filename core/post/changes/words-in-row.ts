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

/** Takes the words of a block into the row: after its pictures where they came after it, else before; more words of one place go on there. */
export function takeWordsIn(body: Body, at: number, rowId: string): Body {
  const block = body.content[at]
  const place = body.content.findIndex((one) => isRow(one) && one.attrs.id === rowId)
  const row = body.content[place]
  if (!isWords(block) || !row || !isRow(row)) return body
  const after = at > place
  const words = withWords(row.attrs, block, after)
  if (!words) return body
  const content = body.content.flatMap((one, i): Block[] =>
    i === at ? [] : i === place ? [{ ...row, attrs: { ...row.attrs, words } }] : [one],
  )
  return { ...body, content }
}

function withWords(row: Row, block: TextBlock, after: boolean): PlacedWords[] | undefined {
  const at = after ? row.pictures.length : 0
  const same = row.words.find((one) => Math.min(one.at, row.pictures.length) === at)
  if (same && same.content.length >= MOST_BLOCKS_OF_WORDS) return undefined
  if (same)
    return row.words.map((one) =>
      one === same ? { ...one, content: after ? [...one.content, block] : [block, ...one.content] } : one,
    )
  if (row.words.length === MOST_WORDS_PLACES) return undefined
  const fresh: PlacedWords = {
    at,
    share: row.words.length ? FRESH_SHARE / 1.6 : FRESH_SHARE,
    sits: 'middle',
    content: [block],
  }
  return [...row.words, fresh]
}

/** Gives words of the row back to the text: before it where they stood before its pictures, else after. */
export function giveWordsBack(body: Body, rowId: string, index: number): Body {
  const content = body.content.flatMap((block): Block[] => {
    if (!isRow(block) || block.attrs.id !== rowId) return [block]
    const words = block.attrs.words[index]
    if (!words) return [block]
    const row: Block = { ...block, attrs: { ...block.attrs, words: block.attrs.words.filter((_, i) => i !== index) } }
    return words.at === 0 ? [...words.content, row] : [row, ...words.content]
  })
  return { ...body, content }
}

/** Changes words of the row. */
export const changeWords = (row: Row, index: number, change: Partial<PlacedWords>): Row => ({
  ...row,
  words: row.words.map((one, i) => (i === index ? { ...one, ...change } : one)),
})

/** Words that a row leaves behind when it is taken out. */
export const wordsLeft = (row: Row): Block[] => row.words.flatMap(({ content }) => content)
