import { layRow } from '../../../core/place/lay-row.ts'
import { enlargedId, pageOfPicture, placementsOf } from '../../../core/page/placements.ts'
import { webpFiles } from '../../../core/page/placed-files.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { clickOf } from '../../../core/post/effective.ts'
import type { Row } from '../../../core/post/row.ts'
import { addressOfClick } from '../../../core/post/on-click.ts'
import type { Board } from './board-context.tsx'

/** Where a click on this picture leads in the post, as an address that can be opened from the board; undefined where it does nothing. */
export function clickLeadsTo(
  { draft, library, house }: Pick<Board, 'draft' | 'library' | 'house'>,
  row: Row,
  index: number,
): string | undefined {
  const placed = row.pictures[index]
  const picture = placed && library.picture(placed.id)
  if (!placed || !picture) return undefined
  const click = clickOf(row, placed, house)
  const file = webpFiles(picture).at(-1)
  const proof = `/proof/posts/${draft.id}/`
  const laid = rowsOf(draft.content.body).flatMap((one) => layRow(one, library, house) ?? [])
  const place = placementsOf(laid).find(({ row: { row: own }, laid: { at } }) => own.id === row.id && at === index)
  switch (click.do) {
    case 'nothing':
      return undefined
    case 'web-address':
      return addressOfClick(click, placed, picture)
    case 'picture-file':
      return file && `/files/${file.file}`
    case 'picture-page':
      return place && `${proof}${pageOfPicture(place.name)}`
    case 'enlarge':
      return place && `${proof}#${enlargedId(place.name)}`
  }
}

/** Does what a click will do in the post, in a window of its own, so that the board stays as it is. */
export function followClick(board: Pick<Board, 'draft' | 'library' | 'house'>, row: Row, index: number): void {
  const address = clickLeadsTo(board, row, index)
  if (address) window.open(address, '_blank', 'noopener')
}
