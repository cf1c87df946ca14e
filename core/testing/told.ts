import { rowFacts } from '../facts/row-facts.ts'
import { factInWords } from '../words/row-words.ts'

/** What is told of a row, with its words. */
export const toldOf = (...of: Parameters<typeof rowFacts>) =>
  rowFacts(...of).map((fact) => ({ ...fact, words: factInWords(fact) }))
