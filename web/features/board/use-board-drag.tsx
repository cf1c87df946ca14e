import { type ReactNode, type RefObject, useCallback, useEffect, useRef, useState } from 'react'
import { swapPictures } from '../../../core/post/changes/order-pictures.ts'
import { findRow, movePictureTo, type Target } from '../../../core/post/changes/rows-in-body.ts'
import type { Row } from '../../../core/post/row.ts'
import { Told } from '../../ui/told.ts'
import type { Board } from './board-context.tsx'
import { type CarriedWords, chosenWordsAt, wordsFit } from './carried-words.ts'
import { Carried } from './carried.tsx'
import { type Point, startCarrying } from './carry.ts'
import { indexOfPic, type Spot, spotAt } from './drop-target.ts'
import { newRowId } from './new-row-id.ts'

/** What is being dragged. */
export type Dragged =
  | { readonly type: 'tray'; readonly ids: readonly string[] }
  | { readonly type: 'row'; readonly id: string }
  | { readonly type: 'picture'; readonly row: string; readonly index: number }
  | { readonly type: 'way'; readonly row: Row }
  | CarriedWords

const isWordsDrag = (drag: Dragged): drag is CarriedWords => drag.type === 'words' || drag.type === 'column'

export const isDragged = (dragged: Dragged | null): boolean => dragged !== null

interface Acts {
  readonly board: Board
  /** what carries: everything in it that says `data-carry`, and the pictures of the page */
  readonly root: RefObject<HTMLElement | null>
  /** sets a way where it was let go */
  readonly setWayAt: (row: Row, place: number) => void
  readonly afterMove: (rowId: string) => void
}

/** Where a drag would land now, and whether anything is dragged: told only to what draws it. */
export interface Drag {
  readonly dragged: Told<Dragged | null>
  readonly spot: Told<Spot | null>
}

/** Dragging on the board: what is carried, where it would land, and what happens when it is let go. */
export function useBoardDrag({ board, root, setWayAt, afterMove }: Acts): Drag & { overlay: ReactNode } {
  const { draft, editor, set, moveRow, chosen, ways } = board
  const { content, change } = draft
  const [{ dragged, spot }] = useState<Drag>(() => ({
    dragged: new Told<Dragged | null>(null),
    spot: new Told<Spot | null>(null, (a, b) => JSON.stringify(a) === JSON.stringify(b)),
  }))
  const carriedBox = useRef<HTMLDivElement>(null)

  const locate = useCallback(
    (drag: Dragged, { x, y }: Point): Spot | null => {
      // What is said meanwhile may lie over the tray.
      const top = document.elementFromPoint(x, y)
      const under = top?.closest('[data-notices]')
        ? document.elementsFromPoint(x, y).find((one) => !one.closest('[data-notices]'))
        : top
      const spine = under?.closest<HTMLElement>('[data-region=spine]')
      if (spine) return spotOnSpine(spine, y)
      const tray = under?.closest<HTMLElement>('[data-region=tray]')
      if (tray) return drag.type === 'picture' || drag.type === 'row' ? spotOnTray(tray) : null
      // The part of the board that can be seen: the page goes on under the tray.
      const paper = document.querySelector<HTMLElement>('[data-region=board]')?.getBoundingClientRect()
      if (
        !paper ||
        under?.closest('[data-region=ways]') ||
        x < paper.left ||
        x > paper.right ||
        y < paper.top ||
        y > paper.bottom
      )
        return null
      const joins = drag.type !== 'row' && drag.type !== 'way'
      const spot = spotAt(editor.view.dom, x, y, joins)
      return isWordsDrag(drag) && !wordsFit(content.body, drag, spot.target as Target)
        ? spotAt(editor.view.dom, x, y, false)
        : spot
    },
    [editor, content],
  )

  /** In a patchwork every picture has its place: one let go on another changes places with it. */
  const swapsWith = (drag: Dragged, { target, over }: Spot): number | null => {
    if (drag.type !== 'picture' || target.type !== 'join' || target.row !== drag.row || over === undefined) return null
    return findRow(content.body, drag.row)?.kind === 'patchwork' ? over : null
  }

  function movePicture(drag: Extract<Dragged, { type: 'picture' }>, target: Target) {
    const own = newRowId()
    change('move a picture', (post) => ({ ...post, body: movePictureTo(post.body, drag, target, own) }))
    afterMove(target.type === 'join' ? target.row : own)
  }

  /** What a press there takes up. On the page only pictures are: text is to be selected there. */
  function pick(pressed: Element, at: Point): Dragged | undefined {
    const words = pressed.closest('.page .row-holder') ? undefined : chosenWordsAt(editor, content.body, at)
    if (words && pressed.closest('.page')) return words
    const pic = pressed.closest<HTMLElement>('.page .pic')
    const holder = pressed.closest<HTMLElement>('[data-carry], .row-holder')
    if (!holder) return undefined
    const { carry, picture, way, block, rowId = '' } = holder.dataset
    if (carry === 'words') return { type: 'words', from: Number(block), to: Number(block) + 1 }
    if (carry === 'tray' && picture) return { type: 'tray', ids: chosen.includes(picture) ? chosen : [picture] }
    if (carry === 'row') return { type: 'row', id: rowId }
    const row = carry === 'way' ? ways.current?.rowOf(Number(way)) : findRow(content.body, rowId)
    if (carry === 'way') return row && { type: 'way', row }
    const column = pressed.closest('.page .seat .words')
    if (column && row)
      return { type: 'column', row: row.id, index: Number(/\bw(\d+)\b/.exec(column.className)?.[1]) - 1 }
    if (!pic || !row) return undefined
    return row.pictures.length === 1
      ? { type: 'row', id: row.id }
      : { type: 'picture', row: row.id, index: indexOfPic(pic) }
  }
  function letGo(drag: Dragged, at: Point) {
    const landing = locate(drag, at)
    end()
    if (!landing) return
    const { target } = landing
    if (target.type === 'tray') {
      if (drag.type === 'picture') board.takeBack(drag.row, drag.index)
      else if (drag.type === 'row') board.takeBack(drag.id)
      return
    }
    if (isWordsDrag(drag)) {
      board.moveWords(drag, target)
      return
    }
    const other = swapsWith(drag, landing)
    if (drag.type === 'tray') set(drag.ids, target)
    else if (drag.type === 'picture' && other !== null)
      board.changeRow('swap two pictures', drag.row, (row) => swapPictures(row, drag.index, other))
    else if (drag.type === 'picture') movePicture(drag, target)
    else if (target.type !== 'place') return
    else if (drag.type === 'way') setWayAt(drag.row, target.place)
    else moveRow(drag.id, target.place)
  }
  const end = () => {
    dragged.set(null)
    spot.set(null)
  }
  function moved(drag: Dragged, at: Point) {
    if (carriedBox.current) carriedBox.current.style.transform = `translate(${at.x + 14}px, ${at.y + 14}px)`
    spot.set(locate(drag, at))
  }

  // Listened for once; what is done is what the board is by then.
  const latest = useRef({ pick, letGo, moved })
  useEffect(() => {
    latest.current = { pick, letGo, moved }
  })
  useEffect(
    () =>
      startCarrying<Dragged>(root.current!, () => document.querySelector<HTMLElement>('[data-scroller]'), {
        pick: (pressed, at) => latest.current.pick(pressed, at),
        takenUp: (drag, at) => {
          dragged.set(drag)
          latest.current.moved(drag, at)
        },
        moved: (drag, at) => latest.current.moved(drag, at),
        letGo: (drag, at) => latest.current.letGo(drag, at),
        givenUp: end,
      }),
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- `end` only tells two values that never change
    [root, dragged, spot],
  )

  const overlay = (
    <Carried dragged={dragged} spot={spot} box={carriedBox} swaps={(drag, one) => swapsWith(drag, one) !== null} />
  )
  return { dragged, spot, overlay }
}

function spotOnTray(tray: HTMLElement): Spot {
  const box = tray.getBoundingClientRect()
  return { target: { type: 'tray' }, box, line: { x: box.left, y: box.top, w: box.width, h: 0 } }
}

function spotOnSpine(spine: HTMLElement, y: number): Spot {
  const items = [...spine.querySelectorAll<HTMLElement>('[data-block]')].map((item) => item.getBoundingClientRect())
  const at = items.findIndex((item) => y < item.top + item.height / 2)
  const edge = at < 0 ? (items.at(-1)?.bottom ?? 0) + 2 : items[at]!.top - 2
  const rect = spine.getBoundingClientRect()
  return {
    target: { type: 'place', place: at < 0 ? items.length : at },
    line: { x: rect.left + 6, y: edge, w: rect.width - 12, h: 3 },
  }
}
