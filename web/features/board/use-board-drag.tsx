import { type DragStartEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react'
import { swapPictures } from '../../../core/post/changes/order-pictures.ts'
import { findRow, movePictureTo, type Target } from '../../../core/post/changes/rows-in-body.ts'
import type { Row } from '../../../core/post/row.ts'
import { PictureImage } from '../pictures/picture-image.tsx'
import type { Board } from './board-context.tsx'
import { indexOfPic, type Spot, spotAt } from './drop-target.ts'
import { SpotMark, SpotNow } from './spot-mark.tsx'
import { newRowId } from './row-node.ts'

/** What is being dragged. */
export type Dragged =
  | { readonly type: 'tray'; readonly ids: readonly string[] }
  | { readonly type: 'row'; readonly id: string }
  | { readonly type: 'picture'; readonly row: string; readonly index: number }
  | { readonly type: 'way'; readonly row: Row }

/** Starts a drag from tray, spine, ways and grips anywhere; on the page only from pictures, for text is to be selected there. */
class BoardSensor extends PointerSensor {
  static override activators = [
    {
      eventName: 'onPointerDown' as const,
      handler: ({ nativeEvent }: { nativeEvent: PointerEvent }) => {
        if (!nativeEvent.isPrimary || nativeEvent.button !== 0) return false
        const target = nativeEvent.target as Element
        return !target.closest('.page') || target.closest('.page .pic') !== null
      },
    },
  ]
}

/** One object for good: another would have everything that can be dragged drawn again at every key. */
const SENSOR = { activationConstraint: { distance: 6 } }

interface Acts {
  readonly board: Board
  /** sets a way where it was let go */
  readonly setWayAt: (row: Row, place: number) => void
  readonly afterMove: (rowId: string) => void
}

/** Dragging on the board: what is carried, where it would land, and what happens when it is let go. */
export function useBoardDrag({ board, setWayAt, afterMove }: Acts) {
  const { draft, editor, library, set, moveRow } = board
  const { content, change } = draft
  const [dragged, draw] = useState<Dragged | null>(null)
  /** at once, not with the next drawing */
  const held = useRef<Dragged | null>(null)
  const setDragged = (next: Dragged | null) => {
    held.current = next
    draw(next)
  }
  const [spot] = useState(() => new SpotNow())
  const [overTray, setOverTray] = useState(false)
  const pointer = useRef({ x: 0, y: 0 })
  const carriedBox = useRef<HTMLDivElement>(null)
  const sensors = useSensors(useSensor(BoardSensor, SENSOR))

  const locate = useCallback(
    (drag: Dragged): Spot | null => {
      const { x, y } = pointer.current
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
      return spotAt(editor.view.dom, x, y, drag.type === 'tray' || drag.type === 'picture')
    },
    [editor],
  )

  // Followed at all times: a quick hand may have let go before a drag has been drawn once.
  useEffect(() => {
    const follow = (event: PointerEvent) => {
      pointer.current = { x: event.clientX, y: event.clientY }
    }
    for (const type of ['pointermove', 'pointerup'] as const) window.addEventListener(type, follow, true)
    return () => {
      for (const type of ['pointermove', 'pointerup'] as const) window.removeEventListener(type, follow, true)
    }
  }, [])

  useEffect(() => {
    if (!dragged) return
    const show = () => {
      if (carriedBox.current)
        carriedBox.current.style.transform = `translate(${pointer.current.x + 14}px, ${pointer.current.y + 14}px)`
    }
    const onMove = () => {
      show()
      const next = locate(dragged)
      spot.set(next)
      setOverTray(next?.target.type === 'tray')
    }
    show()
    window.addEventListener('pointermove', onMove)
    return () => window.removeEventListener('pointermove', onMove)
  }, [dragged, locate, spot])

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

  const end = () => {
    setDragged(null)
    spot.set(null)
    setOverTray(false)
  }
  function letGo() {
    const drag = held.current
    const landing = drag && locate(drag)
    end()
    if (!drag || !landing) return
    const { target } = landing
    if (target.type === 'tray') {
      if (drag.type === 'picture') board.takeBack(drag.row, drag.index)
      else if (drag.type === 'row') board.takeBack(drag.id)
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
  const handlers = {
    onDragStart({ active, activatorEvent }: DragStartEvent) {
      const given = active.data.current as Dragged | { type: 'page' }
      if (given.type !== 'page') return setDragged(given)
      const pic = (activatorEvent.target as Element).closest<HTMLElement>('.pic')
      const row = findRow(content.body, pic?.closest<HTMLElement>('.row-holder')?.dataset.rowId ?? '')
      if (!pic || !row) return
      setDragged(
        row.pictures.length === 1
          ? { type: 'row', id: row.id }
          : { type: 'picture', row: row.id, index: indexOfPic(pic) },
      )
    },
    onDragEnd: letGo,
    onDragCancel: end,
  }

  // A drag that ends before it was drawn once ends unheard in dnd-kit, which learns of it as it draws.
  const ends = useRef({ letGo, end })
  useEffect(() => {
    ends.current = { letGo, end }
  })
  useEffect(() => {
    const onUp = () => held.current && ends.current.letGo()
    const onCancel = () => held.current && ends.current.end()
    const onKey = (event: KeyboardEvent) => event.key === 'Escape' && onCancel()
    // After dnd-kit, which listens at the document.
    window.addEventListener('pointerup', onUp)
    window.addEventListener('pointercancel', onCancel)
    // Before what handles keys: some keep Escape to themselves.
    window.addEventListener('keydown', onKey, true)
    return () => {
      window.removeEventListener('pointerup', onUp)
      window.removeEventListener('pointercancel', onCancel)
      window.removeEventListener('keydown', onKey, true)
    }
  }, [])

  const carried =
    dragged === null
      ? []
      : dragged.type === 'tray'
        ? dragged.ids
        : dragged.type === 'way'
          ? dragged.row.pictures.map((one) => one.id)
          : dragged.type === 'row'
            ? (findRow(content.body, dragged.id)?.pictures.map((one) => one.id) ?? [])
            : [findRow(content.body, dragged.row)!.pictures[dragged.index]!.id]
  const overlay: ReactNode = (
    <>
      {dragged && <SpotMark now={spot} swaps={(one) => swapsWith(dragged, one) !== null} />}
      {carried.length > 0 && (
        <div
          ref={carriedBox}
          data-carried
          className="pointer-events-none fixed top-0 left-0 z-40 flex w-max gap-1 border border-ink bg-paper p-1 opacity-90 shadow-[0_6px_20px_rgb(29_27_24/0.3)]"
        >
          {carried.slice(0, 4).map((id) => {
            const picture = library.picture(id)
            return picture && <PictureImage key={id} picture={picture} width={56 * (picture.width / picture.height)} />
          })}
          {carried.length > 4 && <span className="self-center px-1">and {carried.length - 4} more</span>}
        </div>
      )}
    </>
  )
  return { sensors, handlers, overlay, dragging: dragged !== null, overTray }
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
