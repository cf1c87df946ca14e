import { type Block, type Body, isRow } from '../body.ts'
import type { Row } from '../row.ts'
import { joinPictures, takeOut } from './order-pictures.ts'
import { makeRow } from './make-row.ts'
import { wordsLeft } from './words-in-row.ts'

/** Changes to which rows a body holds and where. Blocks are counted from 0; a place from 0 to n lies before a block or at the end. */

const bodyOf = (content: Block[]): Body => ({
  type: 'doc',
  content: content.length ? content : [{ type: 'paragraph' }],
})

/** Position of the row among the body's blocks; -1 when it is not there. */
export const rowIndex = (body: Body, id: string): number =>
  body.content.findIndex((block) => isRow(block) && block.attrs.id === id)

export function findRow(body: Body, id: string): Row | undefined {
  const block = body.content[rowIndex(body, id)]
  return block && isRow(block) ? block.attrs : undefined
}

/** Sets a row at a place. An empty paragraph that is the whole body gives way to it. */
export function insertRow(body: Body, place: number, row: Row): Body {
  const at = Math.min(Math.max(place, 0), body.content.length)
  return bodyOf([...body.content.slice(0, at), { type: 'row', attrs: row }, ...body.content.slice(at)])
}

/** Replaces the row of this id; undefined takes it out. */
export const changeRow = (body: Body, id: string, change: (row: Row) => Row | undefined): Body =>
  bodyOf(
    body.content.flatMap((block): Block[] => {
      if (!isRow(block) || block.attrs.id !== id) return [block]
      const row = change(block.attrs)
      // Words that stood in it stay in the post.
      return row ? [{ ...block, attrs: row }] : wordsLeft(block.attrs)
    }),
  )

/** Takes a block out; a body left empty keeps one to write in. */
export const takeOutBlock = (body: Body, at: number): Body => bodyOf(body.content.filter((_, i) => i !== at))

/** Moves a block, or a stretch of them up to `to`, so that it lies at `place`, a place counted before the move. */
export function moveBlock(body: Body, from: number, place: number, to = from + 1): Body {
  const moving = body.content.slice(from, to)
  if (moving.length === 0) throw new RangeError(`from: expected 0 to ${body.content.length - 1}, got ${from}`)
  if (place >= from && place <= to) return body
  const rest = body.content.filter((_, i) => i < from || i >= to)
  const at = place > from ? place - moving.length : place
  return bodyOf([...rest.slice(0, at), ...moving, ...rest.slice(at)])
}

/** Where a picture can be dropped: a place between blocks, or a position inside a row. */
export type Target =
  | { readonly type: 'place'; readonly place: number }
  | { readonly type: 'join'; readonly row: string; readonly at: number }

/** Moves one picture of a row elsewhere, with its wording: into a row of its own, into another row, or along its own. */
export function movePictureTo(
  body: Body,
  { row: rowId, index }: { readonly row: string; readonly index: number },
  target: Target,
  newRowId: string,
): Body {
  const source = findRow(body, rowId)
  const picture = source?.pictures[index]
  if (!source || !picture) return body
  if (target.type === 'join' && target.row === rowId) {
    const at = target.at > index ? target.at - 1 : target.at
    const pictures = source.pictures.filter((_, i) => i !== index)
    return changeRow(body, rowId, (row) => ({
      ...row,
      pictures: [...pictures.slice(0, at), picture, ...pictures.slice(at)],
    }))
  }
  if (target.type === 'join') {
    const joined = changeRow(body, target.row, (row) => joinPictures(row, [picture], target.at))
    return changeRow(joined, rowId, (row) => takeOut(row, index))
  }
  // The new row goes in first: taking the last picture out would shift the places.
  const own: Row = {
    ...makeRow(newRowId, [picture.id]),
    pictures: [picture],
    captions: source.captions,
    onClick: source.onClick,
    through: source.through,
    reveal: source.reveal,
    share: source.share,
  }
  return changeRow(insertRow(body, target.place, own), rowId, (row) => takeOut(row, index))
}
