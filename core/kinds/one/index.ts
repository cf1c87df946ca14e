import { LONGEST_EDGE } from '../../files/ladder.ts'
import type { HouseStyle } from '../../house/house-style.ts'
import { fullWidth } from '../../house/seats.ts'
import { LEAST_CHARACTERS, lineWidth } from '../../layout/beside-text.ts'
import { besideWidth, seatOf, spaceOf } from '../../layout/row-lengths.ts'
import { wordsInset } from '../../blocks/words-height.ts'
import { captionBeside } from '../../layout/caption-bands.ts'
import { layoutCaptionedBeside } from '../../layout/captioned-beside.ts'
import { captionsOf } from '../../post/effective.ts'
import { layoutWorded } from '../../layout/worded.ts'
import { layoutSingle } from '../../layout/single.ts'
import type { Row } from '../../post/row.ts'
import type { RowKindRoom } from '../row-kind.ts'
import { textFact } from './facts.ts'

/** px beyond which a single picture would be blown up; Infinity where its place never asks for so much. */
function ownMost(own: number, row: Row, house: HouseStyle): number {
  const seat = seatOf(row)
  const widest = seat === 'bleed' ? LONGEST_EDGE : fullWidth(seat, house)
  return own < widest ? own : Infinity
}

/** A single picture, alone or beside text. Any row of which one picture is left is laid out so. */
export const one: RowKindRoom = {
  lay({ row, pictures, gap, fullWidth: full, widest, house }) {
    if (row.kind === 'one' && row.one.side === null && row.words.length)
      return layoutWorded(
        [pictures[0]!.aspect],
        row.words,
        gap,
        lineWidth(LEAST_CHARACTERS, house) + wordsInset({ at: 1, of: 2, sits: row.sits }, house),
      )
    // The width of a picture alone is not asked for by a row that was meant for several.
    const own = row.kind === 'one'
    const options = {
      aspect: pictures[0]!.aspect,
      width: own ? (row.one.width ?? (row.one.side ? besideWidth(row, house) : null)) : null,
      // A width that was chosen holds, whatever the picture has.
      most: own && row.one.width !== null ? Infinity : ownMost(pictures[0]!.px, row, house),
      beside: own ? row.one.side : null,
      space: spaceOf(row, house),
      leastText: lineWidth(LEAST_CHARACTERS, house),
      gap,
      fullWidth: full,
    }
    return captionsOf(row, house) === 'beside' && pictures[0]!.caption !== ''
      ? layoutCaptionedBeside(options, { ...captionBeside(house), widest })
      : layoutSingle(options)
  },
  *offers({ row, aspects, seats, beside, house }) {
    if (aspects.length !== 1) return
    for (const sits of seats) yield { kind: 'one', sits, one: { side: null, width: null } }
    if (!beside) return
    for (const side of ['left', 'right'] as const)
      yield { kind: 'one', sits: 'measure', one: { side, width: row.one.width ?? besideWidth(row, house) } }
  },
  name: ({ one: own }) => (own?.side ? `${own.side === 'left' ? 'Left' : 'Right'}, text beside` : 'Alone'),
  factsWithText: textFact,
}
