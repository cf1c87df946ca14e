import { type FactOf, widthMend } from '../../facts/row-fact.ts'
import { captionHeight, type HouseStyle } from '../../house/house-style.ts'
import { PHONE } from '../../house/screens.ts'
import { containerWidth } from '../../house/seats.ts'
import { besideText, LEAST_CHARACTERS, READABLE_CHARACTERS } from '../../layout/beside-text.ts'
import { captionLines } from '../../layout/caption-bands.ts'
import { besideWidth, spaceOf } from '../../layout/row-lengths.ts'
import { placeRow, variantAt } from '../../layout/row-layout.ts'
import { type LaidRow, textBelow } from '../../place/lay-row.ts'
import type { FollowingText } from '../../post/following.ts'

/** How the text reads that stands beside the picture, in a window of `window` px. O(characters beside it). */
export function textFact(
  laid: LaidRow,
  { paragraphs, heading }: FollowingText,
  house: HouseStyle,
  window: number,
): FactOf<'text'>[] {
  const { row, layout } = laid
  if (row.one.side === null) return []
  const column = containerWidth('measure', house, window)
  const { form } = variantAt(layout, column)
  if (form.type !== 'single' || form.beside === null) {
    const width = besideWidth(row, house)
    const mend = { by: { way: 'share', percent: width.value }, change: { one: { width } } } as const
    return [{ about: 'text', beside: null, least: LEAST_CHARACTERS, poor: window > PHONE.width, mend }]
  }
  const box = placeRow(layout, column).boxes[0]!
  const below = captionHeight(captionLines(textBelow(row, laid.pictures[0]!, house), box.w, house), house)
  const text = besideText(
    { column, picture: { w: box.w, h: box.h + below }, space: spaceOf(row, house) },
    paragraphs,
    house,
  )
  const { charactersPerLine, lines, filled } = text
  const beside = {
    charactersPerLine,
    lines,
    filled,
    ends: text.longEnough ? null : heading ? 'heading' : 'text',
    short: text.readable ? null : { least: READABLE_CHARACTERS, widest: text.widestPicture },
  } as const
  const mend = !text.readable
    ? widthMend(text.widestPicture)
    : text.longEnough
      ? {}
      : { mend: { by: { way: 'standing alone' }, change: { one: { side: null } } } as const }
  return [{ about: 'text', beside, poor: !text.readable || !text.longEnough, ...mend }]
}
