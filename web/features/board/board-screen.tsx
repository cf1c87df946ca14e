import { closestCenter, DndContext, type DragEndEvent, type DragStartEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import { NodeSelection } from '@tiptap/pm/state'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useParams } from 'react-router'
import { layRow } from '../../../core/layout/lay-row.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { joinPictures } from '../../../core/post/changes/order-pictures.ts'
import { changeRow as changeRowIn, findRow, insertRow, moveBlock, movePictureTo, rowIndex } from '../../../core/post/changes/rows-in-body.ts'
import type { PostContent } from '../../../core/post/post.ts'
import type { Row } from '../../../core/post/row.ts'
import { useHouse, usePictureMap } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { useIntake } from '../intake/intake.tsx'
import { PictureImage } from '../pictures/picture-image.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Spine } from '../spine/spine.tsx'
import { Ticket } from '../ticket/ticket.tsx'
import { Tray } from '../tray/tray.tsx'
import { type Board, BoardContext } from './board-context.tsx'
import { BoardBar } from './board-bar.tsx'
import { ConflictDialog } from './conflict-dialog.tsx'
import { type Spot, spotAt } from './drop-target.ts'
import { KeysDialog } from './keys-dialog.tsx'
import { Paper } from './paper.tsx'
import { newRowId } from './row-node.ts'
import { usePageEditor } from './use-page-editor.ts'
import { type PostDraft, usePostDraft } from './use-post-draft.ts'

export type Screen = 'phone' | 'tablet' | 'wide'
export const SCREENS: Record<Screen, number> = { phone: 390, tablet: 820, wide: 1280 }

export function BoardScreen() {
  const { id = '' } = useParams()
  const draft = usePostDraft(id)
  if (draft === null)
    return (
      <>
        <TopBar />
        <p className="p-8 text-soft">Opening the post…</p>
      </>
    )
  if ('failed' in draft) return <Unavailable error={draft.failed} />
  return <OpenBoard key={id} draft={draft} />
}

/** What is being dragged. */
type Dragged = { readonly type: 'tray'; readonly ids: readonly string[] } | { readonly type: 'row'; readonly id: string } | { readonly type: 'picture'; readonly row: string; readonly index: number }

/** Starts a drag from tray, spine and grips anywhere; on the page only from pictures, for text is to be selected there. */
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

function OpenBoard({ draft }: { draft: PostDraft }) {
  const house = useHouse()
  const { map: pictures } = usePictureMap()
  const { say } = useNotices()
  const { attach } = useIntake()
  const [screen, setScreen] = useState<Screen>('wide')
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [place, setPlace] = useState(draft.content.body.content.length)
  const [selectedId, setSelectedId] = useState<string | null>(null)
  const [selectedPicture, setSelectedPicture] = useState<number | null>(null)
  const [dragged, setDragged] = useState<Dragged | null>(null)
  const [spot, setSpot] = useState<Spot | null>(null)
  const [keysShown, setKeysShown] = useState(false)
  const { content, change, receive } = draft

  const editor = usePageEditor(draft, house, pictures, {
    onSelection: (now) => {
      const { selection, doc } = now.state
      const row = selection instanceof NodeSelection && selection.node.type.name === 'row' ? (selection.node.attrs.id as string) : null
      setSelectedId((before) => {
        if (before !== row) setSelectedPicture(null)
        return row
      })
      // After the block that holds the caret: that is where the writer is.
      setPlace(Math.min(doc.childCount, selection.$from.index(0) + 1))
    },
  })

  useEffect(() => attach(draft.id, (picture) => receive([picture.id])), [attach, draft.id, receive])
  useEffect(() => {
    document.title = `${content.title || 'Untitled'} · Set Row`
  }, [content.title])

  const changeBody = useCallback((did: string, next: (body: PostContent['body']) => PostContent['body'], group?: string) => change(did, (post) => ({ ...post, body: next(post.body) }), group), [change])

  // A row that has just been made reaches the editor with the next render; then it can be selected.
  const wanted = useRef<{ id: string; picture: number | null; scroll: boolean } | null>(null)
  const selectRow = useCallback(
    (id: string | null, picture: number | null = null) => {
      if (id === null) {
        if (editor.state.selection instanceof NodeSelection) editor.commands.setTextSelection(Math.min(editor.state.selection.to, editor.state.doc.content.size))
        setSelectedId(null)
        return
      }
      let found = -1
      editor.state.doc.forEach((node, position) => {
        if (node.type.name === 'row' && node.attrs.id === id) found = position
      })
      if (found < 0) {
        wanted.current = { id, picture, scroll: true }
        return
      }
      editor.commands.setNodeSelection(found)
      setSelectedId(id)
      setSelectedPicture(picture)
    },
    [editor],
  )
  useEffect(() => {
    const next = wanted.current
    if (!next || rowIndex(content.body, next.id) < 0) return
    wanted.current = null
    selectRow(next.id, next.picture)
    document.getElementById(`row-${next.id}`)?.scrollIntoView({ block: 'nearest' })
  }, [content.body, selectRow])

  const changeRow = useCallback<Board['changeRow']>((did, id, next, group) => changeBody(did, (body) => changeRowIn(body, id, next), group ? `${group}:${id}` : undefined), [changeBody])

  const previewRow = useCallback<Board['previewRow']>(
    (row) => {
      for (const view of editor.storage.row.views) if (!row || view.dom.dataset.rowId === row.id) view.draw(row ?? undefined)
    },
    [editor],
  )

  const moveRow = useCallback(
    (id: string, to: number) => {
      changeBody('move a row', (body) => moveBlock(body, rowIndex(body, id), to))
      wanted.current = { id, picture: null, scroll: true }
    },
    [changeBody],
  )
  const stepRow = useCallback(
    (id: string, by: -1 | 1) => {
      const from = rowIndex(content.body, id)
      const to = by < 0 ? from - 1 : from + 2
      if (from >= 0 && to >= 0 && to <= content.body.content.length) moveRow(id, to)
    },
    [content.body, moveRow],
  )

  const set = useCallback<Board['set']>(
    (ids, target) => {
      if (ids.length === 0) return
      if (target?.type === 'join') {
        changeBody(`join ${count(ids.length, 'picture')} to a row`, (body) => changeRowIn(body, target.row, (row) => joinPictures(row, ids.map((id) => ({ id })), target.at)))
        selectRow(target.row)
      } else {
        const row = makeRow(newRowId(), ids)
        const at = target?.place ?? place
        const { content: blocks } = content.body
        const alone = blocks.length === 1 && blocks[0]!.type === 'paragraph' && !blocks[0]!.content
        changeBody(`set ${count(ids.length, 'picture')}`, (body) => insertRow(body, alone ? 0 : at, row))
        wanted.current = { id: row.id, picture: null, scroll: true }
        setPlace((alone ? 0 : at) + 1)
      }
      setChosen([])
    },
    [changeBody, content.body, place, selectRow],
  )

  const selectedRow = useMemo(() => (selectedId ? (findRow(content.body, selectedId) ?? null) : null), [content.body, selectedId])
  const board = useMemo<Board>(
    () => ({ draft, editor, house, pictures, window: SCREENS[screen], selectedRow, selectedPicture, chosen, place, setChosen, setPlace, selectRow, changeRow, previewRow, moveRow, stepRow, set }),
    [draft, editor, house, pictures, screen, selectedRow, selectedPicture, chosen, place, selectRow, changeRow, previewRow, moveRow, stepRow, set],
  )

  const stepRegion = useCallback(
    (by: number) => {
      const regions = ['spine', 'page', 'ticket', 'tray']
      const here = regions.indexOf((document.activeElement?.closest<HTMLElement>('[data-region]')?.dataset.region ?? 'spine') as string)
      const next = regions[(here + by + regions.length) % regions.length]
      if (next === 'page') editor.view.focus()
      else document.querySelector<HTMLElement>(`[data-region=${next}] :is(button, input, textarea, [tabindex="0"]):not([disabled])`)?.focus()
      if (next) say(`In the ${next}. F6 goes on to the next part.`)
    },
    [editor, say],
  )

  // Keys that work wherever the focus is.
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const command = event.ctrlKey || event.metaKey
      const typing = (event.target as HTMLElement).closest('input, textarea, [contenteditable=true]') !== null
      if (command && !event.altKey && event.key.toLowerCase() === 'z') {
        event.preventDefault()
        if (event.shiftKey) draft.redo()
        else draft.undo()
      } else if (command && event.key.toLowerCase() === 'y') {
        event.preventDefault()
        draft.redo()
      } else if (command && event.key.toLowerCase() === 's') {
        event.preventDefault()
        void draft.flush()
      } else if (event.key === '?' && !typing) setKeysShown(true)
      else if (command && event.key === '/') setKeysShown(true)
      else if (event.key === 'F6') {
        event.preventDefault()
        stepRegion(event.shiftKey ? -1 : 1)
      } else if (selectedRow && event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown') && !(event.target as HTMLElement).closest('[data-region=tray]')) {
        event.preventDefault()
        stepRow(selectedRow.id, event.key === 'ArrowUp' ? -1 : 1)
      }
    }
    // Before the editor, whose own keys would otherwise take them.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [draft, selectedRow, stepRow, stepRegion])

  const pointer = useRef({ x: 0, y: 0 })
  const carriedBox = useRef<HTMLDivElement>(null)
  const sensors = useSensors(useSensor(BoardSensor, { activationConstraint: { distance: 6 } }))
  const locate = useCallback(
    (drag: Dragged): Spot | null => {
      const { x, y } = pointer.current
      const spine = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-region=spine]')
      if (spine) {
        const items = [...spine.querySelectorAll<HTMLElement>('[data-block]')].map((item) => item.getBoundingClientRect())
        const at = items.findIndex((item) => y < item.top + item.height / 2)
        const to = at < 0 ? items.length : at
        const edge = at < 0 ? (items.at(-1)?.bottom ?? 0) + 2 : items[at]!.top - 2
        const rect = spine.getBoundingClientRect()
        return { target: { type: 'place', place: to }, line: { x: rect.left + 6, y: edge, w: rect.width - 12, h: 3 } }
      }
      // The part of the board that can be seen: the page goes on under the tray.
      const paper = document.querySelector<HTMLElement>('[data-region=board]')?.getBoundingClientRect()
      if (!paper || x < paper.left || x > paper.right || y < paper.top || y > paper.bottom) return null
      return spotAt(editor.view.dom, x, y, drag.type !== 'row')
    },
    [editor],
  )

  function onDragStart({ active, activatorEvent }: DragStartEvent) {
    const { clientX: x, clientY: y } = activatorEvent as PointerEvent
    pointer.current = { x, y }
    const given = active.data.current as Dragged | { type: 'page' }
    if (given.type !== 'page') return setDragged(given)
    const pic = (activatorEvent.target as Element).closest<HTMLElement>('.pic')
    const row = findRow(content.body, pic?.closest<HTMLElement>('.row-holder')?.dataset.rowId ?? '')
    if (!pic || !row) return
    const index = Number(/\bp(\d+)\b/.exec(pic.className)?.[1]) - 1
    setDragged(row.pictures.length === 1 ? { type: 'row', id: row.id } : { type: 'picture', row: row.id, index })
  }

  function onDragEnd(_event: DragEndEvent) {
    const drag = dragged
    const landing = drag && locate(drag)
    setDragged(null)
    setSpot(null)
    if (!drag || !landing) return
    const { target } = landing
    if (drag.type === 'tray') set(drag.ids, target)
    else if (drag.type === 'row') {
      if (target.type === 'place') moveRow(drag.id, target.place)
    } else {
      const own = newRowId()
      changeBody('move a picture', (body) => movePictureTo(body, drag.row, drag.index, target, own))
      wanted.current = { id: target.type === 'join' ? target.row : own, picture: null, scroll: false }
    }
  }

  useEffect(() => {
    if (!dragged) return
    const show = () => {
      if (carriedBox.current) carriedBox.current.style.transform = `translate(${pointer.current.x + 14}px, ${pointer.current.y + 14}px)`
    }
    const onMove = (event: PointerEvent) => {
      pointer.current = { x: event.clientX, y: event.clientY }
      show()
      setSpot(locate(dragged))
    }
    show()
    window.addEventListener('pointermove', onMove)
    return () => window.removeEventListener('pointermove', onMove)
  }, [dragged, locate])

  const carried = dragged === null ? [] : dragged.type === 'tray' ? dragged.ids : dragged.type === 'row' ? (findRow(content.body, dragged.id)?.pictures.map((one) => one.id) ?? []) : [findRow(content.body, dragged.row)!.pictures[dragged.index]!.id]

  return (
    <BoardContext.Provider value={board}>
      <DndContext sensors={sensors} collisionDetection={closestCenter} autoScroll={{ acceleration: 12 }} onDragStart={onDragStart} onDragEnd={onDragEnd} onDragCancel={() => { setDragged(null); setSpot(null) }} accessibility={{ screenReaderInstructions: { draggable: 'Every drag has a key: see the list of keys with the question mark.' } }}>
        <div className="grid h-full grid-rows-[auto_minmax(0,1fr)_auto]">
          <BoardBar screen={screen} onScreen={setScreen} onKeys={() => setKeysShown(true)} />
          <div className="grid min-h-0 grid-cols-[76px_minmax(0,1fr)_292px]">
            <Spine />
            <Paper dragging={dragged !== null} />
            <Ticket />
          </div>
          <Tray />
        </div>
        {spot && <div className="pointer-events-none fixed z-30 bg-ruby" style={{ left: spot.line.x, top: spot.line.y, width: spot.line.w, height: spot.line.h }} />}
        {carried.length > 0 && (
          <div ref={carriedBox} className="pointer-events-none fixed top-0 left-0 z-40 flex w-max gap-1 border border-ink bg-paper p-1 opacity-90 shadow-[0_6px_20px_rgb(29_27_24/0.3)]">
            {carried.slice(0, 4).map((id) => {
              const picture = pictures.get(id)
              return picture && <PictureImage key={id} picture={picture} width={56 * (picture.width / picture.height)} />
            })}
            {carried.length > 4 && <span className="self-center px-1">and {carried.length - 4} more</span>}
          </div>
        )}
      </DndContext>
      <ConflictDialog draft={draft} />
      <KeysDialog open={keysShown} onOpenChange={setKeysShown} />
      <output className="sr-only" aria-live="polite">
        {selectedRow ? spokenRow(selectedRow, board) : ''}
      </output>
    </BoardContext.Provider>
  )

  function spokenRow(row: Row, { pictures: map }: Board): string {
    const at = rowsOf(content.body).findIndex((one) => one.id === row.id) + 1
    const laid = layRow(row, map, house)
    return `Row ${at}, ${laid ? count(laid.pictures.length, 'picture') : 'empty'} selected`
  }
}
