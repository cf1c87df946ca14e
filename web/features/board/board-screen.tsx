import { closestCenter, DndContext } from '@dnd-kit/core'
import { NodeSelection } from '@tiptap/pm/state'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useParams } from 'react-router'
import { type ReaderScreen, WIDE } from '../../../core/house/screens.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { convertRow } from '../../../core/post/changes/convert-row.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { joinPictures } from '../../../core/post/changes/order-pictures.ts'
import {
  changeRow as changeRowIn,
  findRow,
  insertRow,
  moveBlock,
  rowIndex,
} from '../../../core/post/changes/rows-in-body.ts'
import { type PostContent, titleOf } from '../../../core/post/post.ts'
import type { Row } from '../../../core/post/row.ts'
import { useHouse } from '../../api/queries.ts'
import { count } from '../../ui/words.ts'
import { useIntake } from '../intake/intake.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { Spine } from '../spine/spine.tsx'
import { Ticket } from '../ticket/ticket.tsx'
import { Tray } from '../tray/tray.tsx'
import { showPreview } from '../ways/way-preview.ts'
import { WaysPanel } from '../ways/ways-panel.tsx'
import { type Board, BoardContext, type OpenWays } from './board-context.tsx'
import { BoardBar } from './board-bar.tsx'
import { ConflictDialog } from './conflict-dialog.tsx'
import { KeysDialog } from './keys-dialog.tsx'
import { Paper } from './paper.tsx'
import { reveal } from './reveal.ts'
import { newRowId } from './row-node.ts'
import { useBoardDrag } from './use-board-drag.tsx'
import { useBoardKeys } from './use-board-keys.ts'
import { usePageEditor } from './use-page-editor.ts'
import type { PostDraft } from './post-draft.ts'
import { usePostDraft } from './use-post-draft.ts'
import { usePostPictures } from './use-post-pictures.ts'

/** Only close to the edge: a picture that is picked up in the upper part of the page must not set it moving. */
const AUTO_SCROLL = { acceleration: 12, threshold: { x: 0, y: 0.08 } }

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

function OpenBoard({ draft }: { draft: PostDraft }) {
  const house = useHouse()
  const { attach } = useIntake()
  const [screen, setScreen] = useState<ReaderScreen>(WIDE)
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [place, setPlace] = useState(draft.content.body.content.length)
  const [selectedId, setSelectedId] = useState<string | null>(null)
  const [selectedPicture, setSelectedPicture] = useState<number | null>(null)
  /** the set row whose ways are open */
  const [openedId, setOpenedId] = useState<string | null>(null)
  const [keysShown, setKeysShown] = useState(false)
  const { content, change, receive } = draft
  const known = usePostPictures(content, house)
  const { library } = known

  const editor = usePageEditor(draft, house, known, {
    onSelection: (now) => {
      const { selection, doc } = now.state
      const row =
        selection instanceof NodeSelection && selection.node.type.name === 'row'
          ? (selection.node.attrs.id as string)
          : null
      setSelectedId((before) => {
        if (before !== row) setSelectedPicture(null)
        return row
      })
      setOpenedId((opened) => (opened === row ? opened : null))
      // After the block that holds the caret: that is where the writer is.
      setPlace(Math.min(doc.childCount, selection.$from.index(0) + 1))
    },
  })

  useEffect(() => attach(draft.id, receive), [attach, draft.id, receive])
  const title = titleOf(content)
  useEffect(() => {
    document.title = `${title} · Set Row`
  }, [title])

  const changeBody = useCallback(
    (did: string, next: (body: PostContent['body']) => PostContent['body'], group?: string) =>
      change(did, (post) => ({ ...post, body: next(post.body) }), group),
    [change],
  )

  // A row that has just been made reaches the editor with the next render; then it can be selected.
  const wanted = useRef<{ id: string; picture: number | null } | null>(null)
  const selectRow = useCallback<Board['selectRow']>(
    (id, picture = null) => {
      if (id === null) {
        if (editor.state.selection instanceof NodeSelection)
          editor.commands.setTextSelection(Math.min(editor.state.selection.to, editor.state.doc.content.size))
        setSelectedId(null)
        return
      }
      let found = -1
      editor.state.doc.forEach((node, position) => {
        if (node.type.name === 'row' && node.attrs.id === id) found = position
      })
      if (found < 0) {
        wanted.current = { id, picture }
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
    reveal(next.id)
  }, [content.body, selectRow])
  const selectSoon = useCallback((id: string) => {
    wanted.current = { id, picture: null }
  }, [])

  const changeRow = useCallback<Board['changeRow']>(
    (did, id, next, group) =>
      changeBody(did, (body) => changeRowIn(body, id, next), group ? `${group}:${id}` : undefined),
    [changeBody],
  )

  const previewRow = useCallback<Board['previewRow']>(
    (row) => {
      for (const view of editor.storage.row.views)
        if (!row || view.dom.dataset.rowId === row.id) view.draw(row ?? undefined)
    },
    [editor],
  )

  const moveRow = useCallback<Board['moveRow']>(
    (id, to) => {
      changeBody('move a row', (body) => moveBlock(body, rowIndex(body, id), to))
      selectSoon(id)
    },
    [changeBody, selectSoon],
  )
  const stepRow = useCallback<Board['stepRow']>(
    (id, by) => {
      const from = rowIndex(content.body, id)
      const to = by < 0 ? from - 1 : from + 2
      if (from >= 0 && to >= 0 && to <= content.body.content.length) moveRow(id, to)
    },
    [content.body, moveRow],
  )

  /** Puts a new row at a place; an empty page gives way to it. */
  const insert = useCallback(
    (row: Row, at: number) => {
      const { content: blocks } = content.body
      const alone = blocks.length === 1 && blocks[0]!.type === 'paragraph' && !blocks[0]!.content
      changeBody(`set ${count(row.pictures.length, 'picture')}`, (body) => insertRow(body, alone ? 0 : at, row))
      selectSoon(row.id)
      setPlace((alone ? 0 : at) + 1)
      setChosen([])
    },
    [changeBody, content.body, selectSoon],
  )
  const set = useCallback<Board['set']>(
    (ids, target) => {
      if (ids.length === 0) return
      if (target?.type === 'join') {
        changeBody(`join ${count(ids.length, 'picture')} to a row`, (body) =>
          changeRowIn(body, target.row, (row) =>
            joinPictures(
              row,
              ids.map((id) => ({ id })),
              target.at,
            ),
          ),
        )
        selectRow(target.row)
        setChosen([])
      } else insert(makeRow(newRowId(), ids), target?.place ?? place)
    },
    [changeBody, insert, place, selectRow],
  )

  const selectedRow = useMemo(
    () => (selectedId ? (findRow(content.body, selectedId) ?? null) : null),
    [content.body, selectedId],
  )
  const opened = useMemo(
    () => (openedId && openedId === selectedId ? selectedRow : null),
    [openedId, selectedId, selectedRow],
  )
  // The row that the chosen pictures would make, as long as the choice stays.
  const waiting = useMemo(
    () =>
      chosen.length && chosen.every((id) => library.picture(id) !== undefined) ? makeRow(newRowId(), chosen) : null,
    [chosen, library],
  )
  const waysFor = opened ?? waiting
  const standing = opened !== null

  // Where the page was before a way was shown in it.
  const scrolled = useRef<number | null>(null)
  const showWay = useCallback<Board['showWay']>(
    (row) => {
      const scroller = editor.view.dom.closest<HTMLElement>('[data-scroller]')
      if (row && scroller) scrolled.current ??= scroller.scrollTop
      if (standing) previewRow(row)
      else showPreview(editor.view, row && { row, place })
      if (row) reveal(row.id)
      else if (scrolled.current !== null) {
        scroller?.scrollTo({ top: scrolled.current })
        scrolled.current = null
      }
    },
    [editor, place, previewRow, standing],
  )
  const takeWay = useCallback<Board['takeWay']>(
    (way, row) => {
      scrolled.current = null
      if (standing) {
        changeRow(`turn a row into ${way.name.toLowerCase()}`, row.id, (now) => convertRow(now, way.shape))
        setOpenedId(null)
        editor.view.focus()
        selectRow(row.id)
      } else insert(convertRow(row, way.shape), place)
    },
    [changeRow, editor, insert, place, selectRow, standing],
  )
  const openWays = useCallback<Board['openWays']>(
    (id) => {
      setChosen([])
      selectRow(id)
      setOpenedId(id)
    },
    [selectRow],
  )

  const ways = useRef<OpenWays | null>(null)
  const board = useMemo<Board>(
    () => ({
      draft,
      editor,
      house,
      library,
      window: screen.width,
      selectedRow,
      selectedPicture,
      chosen,
      place,
      setChosen,
      setPlace,
      selectRow,
      changeRow,
      previewRow,
      moveRow,
      stepRow,
      set,
      showWay,
      takeWay,
      openWays,
      ways,
    }),
    [
      draft,
      editor,
      house,
      library,
      screen,
      selectedRow,
      selectedPicture,
      chosen,
      place,
      selectRow,
      changeRow,
      previewRow,
      moveRow,
      stepRow,
      set,
      showWay,
      takeWay,
      openWays,
    ],
  )
  useBoardKeys(
    board,
    useCallback(() => setKeysShown(true), []),
  )
  const { sensors, handlers, overlay, dragging } = useBoardDrag({
    board,
    afterMove: selectSoon,
    setWayAt: (row, at) => {
      if (standing)
        changeBody('set a way elsewhere', (body) =>
          moveBlock(
            changeRowIn(body, row.id, () => row),
            rowIndex(body, row.id),
            at,
          ),
        )
      else insert(row, at)
      selectSoon(row.id)
    },
  })

  const closeWays = useCallback(() => {
    if (standing) {
      setOpenedId(null)
      editor.view.focus()
    } else setChosen([])
  }, [editor, standing])
  const leaveWays = useCallback(() => {
    if (standing) closeWays()
    else document.querySelector<HTMLElement>('[data-region=tray] [role=option][tabindex="0"]')?.focus()
  }, [closeWays, standing])

  return (
    <BoardContext.Provider value={board}>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        autoScroll={AUTO_SCROLL}
        {...handlers}
        accessibility={{
          screenReaderInstructions: { draggable: 'Every drag has a key: see the list of keys with the question mark.' },
        }}
      >
        <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto]">
          <BoardBar screen={screen} onScreen={setScreen} onKeys={() => setKeysShown(true)} />
          <div className="grid min-h-0 grid-cols-[76px_minmax(0,1fr)_292px]">
            <Spine />
            <div className="relative flex min-h-0 min-w-0 flex-col">
              <Paper dragging={dragging} covered={waysFor !== null} />
              {waysFor && (
                <WaysPanel
                  key={standing ? waysFor.id : 'chosen'}
                  row={waysFor}
                  standing={standing}
                  focused={standing}
                  onLeave={leaveWays}
                  onClose={closeWays}
                />
              )}
            </div>
            <Ticket />
          </div>
          <Tray />
        </div>
        {overlay}
      </DndContext>
      <ConflictDialog draft={draft} />
      <KeysDialog open={keysShown} onOpenChange={setKeysShown} />
      <output className="sr-only" aria-live="polite">
        {selectedRow ? spokenRow(selectedRow, board) : ''}
      </output>
    </BoardContext.Provider>
  )
}

function spokenRow(row: Row, { draft, library, house }: Board): string {
  const at = rowsOf(draft.content.body).findIndex((one) => one.id === row.id) + 1
  const laid = layRow(row, library, house)
  return `Row ${at}, ${laid ? count(laid.pictures.length, 'picture') : 'empty'} selected`
}
