import { linePicturesIn } from '../post/line-pictures.ts'
import type { Check, Mark } from './mark.ts'

/** Pictures within lines of text: that they are here, and say what they show. */
export const linePictures: Check = ({ blocks, library }) =>
  blocks.flatMap((block, i): Mark[] => {
    const all = linePicturesIn([block])
    const gone = all.filter(({ id }) => !library.picture(id)).length
    const wordless = all.filter(({ id, alt }) => alt === null && library.picture(id)?.alt === '').map(({ id }) => id)
    const them = (n: number) => (n === 1 ? 'A picture within a line' : `${n} pictures within lines`)
    const place = { at: 'block' as const, block: i }
    return [
      ...(gone
        ? [
            {
              key: `line-gone:${i}`,
              weight: 'must mend' as const,
              words: `${them(gone)} ${gone === 1 ? 'is' : 'are'} no longer here. Readers would not see ${gone === 1 ? 'it' : 'them'}.`,
              place,
            },
          ]
        : []),
      ...(wordless.length
        ? [
            {
              key: `line-alt:${i}`,
              weight: 'must mend' as const,
              words: `${them(wordless.length)} ${wordless.length === 1 ? 'has' : 'have'} no alt text. Those who do not see ${wordless.length === 1 ? 'it' : 'them'} would miss a part of the sentence.`,
              place,
              describe: [...new Set(wordless)],
            },
          ]
        : []),
    ]
  })
