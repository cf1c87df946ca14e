import { type Row } from '../post/row.ts'
import type { ResolvedRow } from '../place/resolve.ts'
import { textsInRow } from '../post/texts.ts'
import type { Check, Mark } from './mark.ts'
import { picturesInWords } from './words.ts'

/** A name such as cameras and disks give: "IMG_2041.JPG", "kite-3.png". */
const FILE_NAME = /^\S+\.(jpe?g|png|gif|webp|avif|tiff?|heic)$|^(img|dsc[fn]?|pict?)[-_ ]?\d+$/i

const asSaid = (text: string): string =>
  text
    .trim()
    .replace(/[.\s]+$/, '')
    .toLowerCase()

/** Words for those who do not see a picture: there at all, no name of a file, and not what the caption says anyway. */
export const altTexts: Check = ({ resolved }) => [...resolved.values()].flatMap(inRow)

function inRow({ row, pictures }: ResolvedRow, at: number): Mark[] {
  const texts = pictures.map((one) => ({ ...textsInRow(one.placed, one.picture), at: one.at }))
  const those = (holds: (one: { alt: string; caption: string }) => boolean) => texts.filter(holds).map((one) => one.at)
  return [
    ...mark(
      'none',
      { row, at },
      those(({ alt }) => !alt.trim()),
      (them, one) =>
        `${them} ${one ? 'has' : 'have'} no alt text. Those who do not see ${one ? 'it' : 'them'} would not know what ${one ? 'it shows' : 'they show'}.`,
    ),
    ...mark(
      'file',
      { row, at },
      those(({ alt }) => FILE_NAME.test(alt.trim())),
      (them, one) =>
        `the alt text of ${them} is the name of a file${one ? '' : ' each'}, which tells nobody what is shown.`,
    ),
    ...mark(
      'twice',
      { row, at },
      those(({ alt, caption }) => alt.trim() !== '' && asSaid(alt) === asSaid(caption)),
      (them) => `the alt text of ${them} says what the caption says: it would be read out twice.`,
    ),
  ]
}

function mark(
  about: 'none' | 'file' | 'twice',
  { row, at }: { readonly row: Row; readonly at: number },
  found: readonly number[],
  words: (them: string, one: boolean) => string,
): Mark[] {
  if (found.length === 0) return []
  return [
    {
      key: `alt-${about}:${row.id}`,
      weight: about === 'none' ? 'must mend' : 'worth a look',
      words: `Row ${at + 1}: ${words(picturesInWords(found, row.pictures.length), found.length === 1)}`,
      place: { at: 'row', row: row.id, picture: found[0]!, field: 'alt' },
    },
  ]
}
