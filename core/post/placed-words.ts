import { z } from 'zod'
import { WordsBlock } from '../blocks/table.ts'
import { MOST_PICTURES_IN_ROW } from './limits.ts'

/** How words stand beside pictures that are higher than they. */
export const WORDS_SIT = ['top', 'middle', 'foot'] as const
/** Shares of a row's width that words may have, each and together. */
export const WORDS_SHARE = { least: 0.15, most: 0.7, together: 0.8 } as const
export const MOST_WORDS_PLACES = 2
export const MOST_BLOCKS_OF_WORDS = 20

/** Words in a row of pictures, as a column of their own. */
export const PlacedWords = z.object({
  /** before the picture at this position; as many as there are pictures: after the last */
  at: z.number().int().min(0).max(MOST_PICTURES_IN_ROW),
  /** of the row's width */
  share: z.number().min(WORDS_SHARE.least).max(WORDS_SHARE.most),
  sits: z.enum(WORDS_SIT),
  content: z.array(WordsBlock).min(1).max(MOST_BLOCKS_OF_WORDS),
})
export type PlacedWords = z.infer<typeof PlacedWords>
