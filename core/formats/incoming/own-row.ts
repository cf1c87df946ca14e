import { isRowKind } from '../../kinds/options.ts'
import type { Block } from '../../post/body.ts'
import { makeRow } from '../../post/changes/make-row.ts'
import { LONGEST, MOST_PICTURES_IN_ROW } from '../../post/limits.ts'
import type { PlacedPicture, Row } from '../../post/row.ts'
import { ROW_FIELDS } from '../row-text/choices.ts'
import { readFields } from '../row-text/fields.ts'
import type { BlockReading } from './blocks.ts'
import { placedOf } from './rows.ts'
import type { Around } from './tokens.ts'
import { type Element, elementsIn, isElement } from './tree.ts'
import { captionOf, imagesIn } from './units.ts'

/** A row of a post that was pasted elsewhere: its box says what it was here. undefined for any other element. */
export function readOwnRow(element: Element, reading: BlockReading, around: Around): Block[] | undefined {
  const { 'data-row': kind, 'data-choices': choices = '' } = element.attrs
  if (kind === undefined || !isRowKind(kind)) return undefined
  const figures = [...elementsIn(element)]
    .filter((one) => one !== element && one.tag === 'figure' && imagesIn(one, reading, around).length === 1)
    .slice(0, MOST_PICTURES_IN_ROW)
  // Words between its pictures, or anything else that was put into it, is read as what it is.
  const others = element.children.filter(isElement).some((one) => hasMore(one, figures))
  if (figures.length === 0 || others) return undefined
  const places = figures.map((figure, i) => ({ figure, at: Number(figure.attrs['data-place'] ?? i) || 0 }))
  const inOrder = places.sort((a, b) => a.at - b.at).map(({ figure }) => figure)
  const pictures = inOrder.map((figure): PlacedPicture => {
    const said = figure.children.filter(isElement).find(({ tag }) => tag === 'figcaption')
    const { 'data-caption': own, 'data-credit': credit } = figure.attrs
    const caption = (own ?? (said && credit === undefined ? captionOf(said.children) : '')).slice(0, LONGEST.caption)
    const placed = placedOf({ image: imagesIn(figure, reading, around)[0]!, caption }, reading)
    return credit ? { ...placed, credit: credit.slice(0, LONGEST.credit) } : placed
  })
  const made: Row = {
    ...makeRow(
      reading.newRowId(),
      pictures.map(({ id }) => id),
    ),
    kind,
    pictures,
  }
  const { value } = readFields<Row>(
    made,
    choices,
    ROW_FIELDS.filter(({ name }) => name !== 'set'),
  )
  const row = value.kind === 'one' && pictures.length > 1 ? { ...value, kind: 'side-by-side' as const } : value
  const below = value.captions === 'row' ? captionBelow(element) : ''
  return [{ type: 'row', attrs: { ...row, caption: below.slice(0, LONGEST.caption) } }]
}

/** The words that stand once below it. */
function captionBelow(element: Element): string {
  const below = [...elementsIn(element)].find(({ attrs }) => attrs['data-captions'] !== undefined)
  return below ? captionOf(below.children) : ''
}

/** Whether there are words beside the figures and what was written below them. */
function hasMore(element: Element, figures: readonly Element[]): boolean {
  if (figures.includes(element) || element.attrs['data-captions'] !== undefined) return false
  return element.children.some((child) => (isElement(child) ? hasMore(child, figures) : child.text.trim() !== ''))
}
