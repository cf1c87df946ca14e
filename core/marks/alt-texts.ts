import { type AltFault, altFaults } from '../facts/alt-advice.ts'
import { type Row } from '../post/row.ts'
import type { ResolvedRow } from '../place/resolve.ts'
import { textsInRow } from '../post/texts.ts'
import type { Check, Mark } from './mark.ts'
import { picturesInWords } from './words.ts'

/** Words for those who do not see a picture: there at all, no name of a file, and not what the caption says anyway. */
export const altTexts: Check = ({ resolved }) => [...resolved.values()].flatMap(inRow)

function inRow({ row, pictures }: ResolvedRow, at: number): Mark[] {
  const texts = pictures.map((one) => ({
    ...textsInRow(one.placed, one.picture),
    at: one.at,
  }))
  const those = (fault: AltFault): Found => {
    const found = texts.filter((one) => altFaults(one).includes(fault)).map((one) => one.at)
    const own = pictures.filter(
      ({ at: place, placed }) => found.includes(place) && (placed.alt ?? placed.inSet?.alt) === undefined,
    )
    return { found, describe: own.map(({ picture }) => picture.id) }
  }
  return [
    ...mark(
      'none',
      { row, at },
      those('none'),
      (them, one) =>
        `${them} ${one ? 'has' : 'have'} no alt text. Those who do not see ${one ? 'it' : 'them'} would not know what ${one ? 'it shows' : 'they show'}.`,
    ),
    ...mark(
      'file',
      { row, at },
      those('file'),
      (them, one) =>
        `the alt text of ${them} is the name of a file${one ? '' : ' each'}, which tells nobody what is shown.`,
    ),
    ...mark(
      'twice',
      { row, at },
      those('caption'),
      (them) => `the alt text of ${them} says what the caption says: it would be read out twice.`,
    ),
  ]
}

interface Found {
  /** places in the row */
  readonly found: readonly number[]
  readonly describe: readonly string[]
}

function mark(
  about: 'none' | 'file' | 'twice',
  { row, at }: { readonly row: Row; readonly at: number },
  { found, describe }: Found,
  words: (them: string, one: boolean) => string,
): Mark[] {
  if (found.length === 0) return []
  return [
    {
      key: `alt-${about}:${row.id}`,
      weight: about === 'none' ? 'must mend' : 'worth a look',
      words: `Row ${at + 1}: ${words(picturesInWords(found, row.pictures.length), found.length === 1)}`,
      place: { at: 'row', row: row.id, picture: found[0]!, field: 'alt' },
      ...(describe.length > 0 ? { describe } : {}),
    },
  ]
}
