import { NodeSelection } from '@tiptap/pm/state'
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import { useParams } from 'react-router'
import { houseIn } from '../../../core/readers/words.ts'
import { READER_SCREENS, type ReaderScreen } from '../../../core/house/screens.ts'
import { changeRow as changeRowIn, findRow, moveBlock, rowIndex } from '../../../core/post/changes/rows-in-body.ts'
import { titleOf } from '../../../core/post/post.ts'
import { withinOf } from '../../../core/steps/steps.ts'
import { useHouse } from '../../api/queries.ts'
import { ArrangePanel } from '../arrange/arrange-panel.tsx'
import { ArrangeTicket } from '../arrange/arrange-ticket.tsx'
import { ArrangeView } from '../arrange/arrange-view.tsx'
import { useArranging } from '../arrange/use-arranging.ts'
import { ArrivalsPlace } from '../intake/arrivals-place.tsx'
import { useLivePosts } from '../front/use-live-posts.ts'
import { useIntake } from '../intake/intake.tsx'
import { Unavailable } from '../shell/unavailable.tsx'
import { WaitingScreen } from '../shell/waiting.tsx'
import { Spine } from '../spine/spine.tsx'
import { Ticket } from '../ticket/ticket.tsx'
import { Tray } from '../tray/tray.tsx'
import { WayTicket } from '../ways/way-ticket.tsx'
import { WaysPanel } from '../ways/ways-panel.tsx'
import { WaysSheets } from '../ways/ways-sheets.tsx'
import { BoardBar } from './board-bar.tsx'
import { type Board, BoardContext, type OpenWays } from './board-context.tsx'
import { ComeBack } from './come-back.ts'
import { ConflictDialog } from './conflict-dialog.tsx'
import { LeftDialog } from './left-dialog.tsx'
import { KeysDialog } from './keys-dialog.tsx'
import { FirstHints } from './first-hints.tsx'
import { Paper } from './paper.tsx'
import type { PostDraft } from './draft-sides.ts'
import { boardAfter, chosenInRow, startState } from './state/board-state.ts'
import { caretAt } from './sync-blocks.ts'
import { SpokenRow } from './say-row.tsx'
import { useBoardActions } from './use-board-actions.ts'
import { useBoardDrag } from './use-board-drag.tsx'
import { useBoardKeys } from './use-board-keys.ts'
import { useOpenWays } from './use-open-ways.ts'
import { roomOfWindow } from '../../ui/room-of-window.ts'
import { byFinger } from '../../ui/by-finger.ts'
import { useNotices } from '../../ui/notices.tsx'
import { useStandBack } from './use-stand-back.ts'
import { usePageEditor } from './use-page-editor.ts'
import { useVideosOnPage } from './use-videos-on-page.ts'
import { useTrayFold } from './use-tray-fold.ts'
import { usePostDraft } from './use-post-draft.ts'
import { usePostPictures } from './use-post-pictures.ts'
import { usePostSets } from './use-post-sets.ts'

export function BoardScreen() {
  const { id = '' } = useParams()
  const draft = usePostDraft(id)
  if (draft === null) return <WaitingScreen what="the post" />
  if ('failed' in draft) return <Unavailable error={draft.failed} />
  return <OpenBoard key={id} draft={draft} />
}

function OpenBoard({ draft }: { draft: PostDraft }) {
  const blog = useHouse()
  const house = houseIn(blog, draft.content.language)
  const { attach } = useIntake()
  const [screen, setScreen] = useState<ReaderScreen>(() => READER_SCREENS.find(({ name }) => name === roomOfWindow())!)
  const [state, send] = useReducer(boardAfter, draft.content.body.content.length, startState)
  const [keysShown, setKeysShown] = useState(false)
  const { content, receive } = draft
  usePostSets(draft)
  useLivePosts(draft.id)
  const known = usePostPictures(content, house)
  const { library } = known

  const { say } = useNotices()
  const videoIn = useRef<(words: string) => boolean>(() => false)
  const editor = usePageEditor(draft, house, known, {
    onRefused: say,
    onWords: (words) => videoIn.current(words),
    onSelection: ({ state: { selection, doc } }) => {
      const onRow = selection instanceof NodeSelection && selection.node.type.name === 'row'
      send({
        type: 'caret moved',
        row: onRow ? (selection.node.attrs.id as string) : null,
        // After the block that holds the caret: that is where the writer is.
        place: caretAt(doc, selection.from).at + 1,
      })
    },
  })

  useEffect(() => attach(draft.id, receive), [attach, draft.id, receive])
  const title = titleOf(content)
  useEffect(() => void (document.title = `${title} · Set Row`), [title])

  const actions = useBoardActions(draft, editor, state, send)
  videoIn.current = useVideosOnPage(draft, editor)
  const { chosen, place, row: selectedId, picture: selectedPicture, also } = state
  const selectedPictures = useMemo(
    () => [...chosenInRow({ picture: selectedPicture, also })].sort((a, b) => a - b),
    [selectedPicture, also],
  )
  const selectedRow = useMemo(
    () => (selectedId ? (findRow(content.body, selectedId) ?? null) : null),
    [content.body, selectedId],
  )
  const open = useOpenWays(state, { editor, library, selectedRow, actions, send })
  const { showWay, takeWay, openWays, standing } = open

  const ways = useRef<OpenWays | null>(null)
  const { body } = content
  const within = useCallback((rowId: string) => withinOf(body.content, rowId, place, house), [body, place, house])
  const board = useMemo<Board>(
    () => ({
      draft,
      editor,
      house,
      library,
      selectedRow,
      selectedPicture,
      selectedPictures,
      chosen,
      place,
      send,
      ...actions,
      showWay,
      takeWay,
      openWays,
      ways,
      window: screen.width,
      within,
    }),
    [
      draft,
      editor,
      house,
      library,
      selectedRow,
      selectedPicture,
      selectedPictures,
      chosen,
      place,
      send,
      actions,
      showWay,
      takeWay,
      openWays,
      ways,
      screen.width,
      within,
    ],
  )
  const { scale, toggle } = useStandBack(selectedId)
  const showKeys = useCallback(() => setKeysShown(true), [])
  const { open: arranging, start: arrange } = useArranging({
    draft,
    house,
    library,
    chosen,
    onTaken: (first) => {
      send({ type: 'only these chosen', ids: [] })
      if (first) actions.selectSoon(first)
      if (!byFinger()) editor.view.focus()
    },
  })
  useBoardKeys(board, showKeys, toggle, arrange)
  const root = useRef<HTMLDivElement>(null)
  const { dragged, spot, overlay } = useBoardDrag({
    board,
    root,
    afterMove: actions.selectSoon,
    setWayAt: (row, at) => {
      if (!standing) return actions.insert(row, at)
      actions.changeBody('set a way elsewhere', (body) =>
        moveBlock(
          changeRowIn(body, row.id, () => row),
          rowIndex(body, row.id),
          at,
        ),
      )
      actions.selectSoon(row.id)
    },
  })

  const { folded, setFolded, onWriting } = useTrayFold(content.tray, spot)

  return (
    <BoardContext.Provider value={board}>
      <ComeBack />
      <div
        ref={root}
        className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] max-sm:grid-rows-[auto_minmax(240px,1fr)_auto] max-sm:overflow-y-auto"
      >
        <BoardBar screen={screen} onScreen={setScreen} onKeys={showKeys} scale={scale} onStandBack={toggle} />
        <div className="grid min-h-0 grid-cols-[76px_minmax(0,1fr)_292px] max-lg:grid-cols-[76px_minmax(0,1fr)] max-lg:grid-rows-[minmax(200px,1fr)_minmax(40px,auto)] max-sm:grid-cols-1">
          <Spine />
          <div className="relative flex min-h-0 min-w-0 flex-col">
            <Paper
              dragged={dragged}
              waysOpen={open.row !== null || arranging !== null}
              scale={scale}
              onWriting={onWriting}
            />
            {arranging ? (
              <ArrangeView arranging={arranging} />
            ) : (
              open.row && <WaysSheets row={open.row} shown={open.shown} standing={standing} dragged={dragged} />
            )}
          </div>
          {arranging ? (
            <ArrangeTicket arranging={arranging} />
          ) : open.row ? (
            <WayTicket shown={open.shown} row={open.row} standing={standing} />
          ) : (
            <Ticket />
          )}
        </div>
        <div>
          <ArrivalsPlace />
          {arranging && <ArrangePanel arranging={arranging} />}
          {open.row && !arranging && (
            <WaysPanel
              key={standing ? open.row.id : 'chosen'}
              row={open.row}
              standing={standing}
              focused={standing}
              onLeave={open.leave}
              onClose={open.close}
            />
          )}
          {!open.row && !arranging && <FirstHints />}
          {!(open.row && standing) && !arranging && (
            <Tray folded={folded && !open.row} onFold={setFolded} onArrange={arrange} />
          )}
        </div>
      </div>
      {overlay}
      <ConflictDialog draft={draft} />
      <LeftDialog draft={draft} />
      <KeysDialog open={keysShown} onOpenChange={setKeysShown} />
      <SpokenRow />
    </BoardContext.Provider>
  )
}
