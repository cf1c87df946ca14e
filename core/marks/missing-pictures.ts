import { changeRow } from '../post/changes/rows-in-body.ts'
import type { Check } from './mark.ts'
import { picturesInWords } from './words.ts'

/** Pictures that were deleted after they were placed: readers do not see them, and the row closes up. */
export const missingPictures: Check = ({ library, resolved }) =>
  [...resolved.values()].flatMap(({ row, gone }, at) => {
    if (gone.length === 0) return []
    const them = gone.length === 1 ? 'it' : 'them'
    return [
      {
        key: `missing:${row.id}`,
        weight: 'must mend' as const,
        words: `Row ${at + 1}: ${picturesInWords(gone, row.pictures.length)} ${gone.length === 1 ? 'is' : 'are'} no longer here. Readers would not see ${them}.`,
        place: { at: 'row' as const, row: row.id, picture: gone[0]! },
        mend: {
          words: gone.length === row.pictures.length ? 'Take the row out' : `Take ${them} out`,
          apply: (now) => ({
            ...now,
            body: changeRow(now.body, row.id, (one) => {
              const here = one.pictures.filter(({ id }) => library.picture(id) !== undefined)
              return here.length
                ? { ...one, pictures: here, ...(here.length === 1 ? { kind: 'one' as const } : {}) }
                : undefined
            }),
          }),
        },
      },
    ]
  })
