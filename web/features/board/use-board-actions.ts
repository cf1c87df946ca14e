import type { Editor } from '@tiptap/core'
import { NodeSelection } from '@tiptap/pm/state'
import { type Dispatch, useCallback, useEffect, useMemo, useRef } from 'react'
import type { Body } from '../../../core/post/body.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { joinPictures, takeOut } from '../../../core/post/changes/order-pictures.ts'
import {
  changeRow as changeRowIn,
  findRow,
  insertRow,
  moveBlock,
  rowIndex,
} from '../../../core/post/changes/rows-in-body.ts'
import { MOST_PICTURES_IN_ROW } from '../../../core/post/limits.ts'
import type { Row } from '../../../core/post/row.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import type { Board } from './board-context.tsx'
import { wordsLetGo } from './carried-words.ts'
import { eachBlock } from './page-nodes.ts'
import type { PostDraft } from './draft-sides.ts'
import { reveal } from './reveal.ts'
import { newRowId } from './new-row-id.ts'
import type { BoardEvent, BoardState } from './state/board-state.ts'

export interface BoardActions
  extends Pick<
    Board,
    'selectRow' | 'changeRow' | 'takeBack' | 'previewRow' | 'moveRow' | 'moveWords' | 'stepRow' | 'set'
  > {
  readonly changeBody: (did: string, next: (body: Body) => Body, group?: string) => void
  /** puts a new row at a place; an empty page gives way to it */
  readonly insert: (row: Row, at: number) => void
  /** selects a row that is about to be there */
  readonly selectSoon: (id: string) => void
}

/** What can be done to rows from every part of the board. All of it starts from the post as it is at that moment. */
export function useBoardActions(
  draft: PostDraft,
  editor: Editor,
  { place }: BoardState,
  send: Dispatch<BoardEvent>,
): BoardActions {
  const { change, latest, content, undo } = draft
  const { say } = useNotices()

  const changeBody = useCallback<BoardActions['changeBody']>(
    (did, next, group) => change(did, (post) => ({ ...post, body: next(post.body) }), group),
    [change],
  )

  // A row that has just been made is selected once it is drawn.
  const wanted = useRef<{ id: string; picture: number | null } | null>(null)
  const selectRow = useCallback<Board['selectRow']>(
    (id, picture = null) => {
      const { state, commands } = editor
      if (id === null) {
        if (state.selection instanceof NodeSelection)
          commands.setTextSelection(Math.min(state.selection.to, state.doc.content.size))
        return send({ type: 'row let go' })
      }
      let found = -1
      eachBlock(state.doc, (node, position) => {
        if (node.type.name === 'row' && node.attrs.id === id) found = position
      })
      if (found < 0) {
        wanted.current = { id, picture }
        return
      }
      commands.setNodeSelection(found)
      send({ type: 'row selected', row: id, picture })
    },
    [editor, send],
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

  const takeBack = useCallback<Board['takeBack']>(
    (id, picture) => {
      if (picture === undefined) {
        changeRow('take a row out', id, () => undefined)
        return say('The row is taken out. Its pictures wait in the tray.', undo)
      }
      changeRow('take a picture out', id, (row) => takeOut(row, picture))
      selectRow(id)
      say('The picture waits in the tray.', undo)
    },
    [changeRow, say, selectRow, undo],
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
      const { body } = latest()
      const from = rowIndex(body, id)
      const to = by < 0 ? from - 1 : from + 2
      if (from >= 0 && to >= 0 && to <= body.content.length) moveRow(id, to)
    },
    [latest, moveRow],
  )

  const moveWords = useCallback<Board['moveWords']>(
    (words, target) => {
      const into = target.type === 'join'
      const did = into
        ? 'take words into a row'
        : words.type === 'column'
          ? 'give words back to the text'
          : 'move words'
      changeBody(did, (body) => wordsLetGo(body, words, target))
      if (into) selectSoon(target.row)
    },
    [changeBody, selectSoon],
  )

  const insert = useCallback<BoardActions['insert']>(
    (row, at) => {
      const blocks = latest().body.content
      const alone = blocks.length === 1 && blocks[0]!.type === 'paragraph' && !blocks[0]!.content
      changeBody(`set ${count(row.pictures.length, 'picture')}`, (body) => insertRow(body, alone ? 0 : at, row))
      selectSoon(row.id)
      send({ type: 'row set', place: (alone ? 0 : at) + 1, pictures: row.pictures.map(({ id }) => id) })
    },
    [changeBody, latest, selectSoon, send],
  )

  const set = useCallback<Board['set']>(
    (ids, target) => {
      const joined = target?.type === 'join' ? findRow(latest().body, target.row) : undefined
      const room = MOST_PICTURES_IN_ROW - (joined?.pictures.length ?? 0)
      const fitting = ids.slice(0, room)
      if (fitting.length < ids.length)
        say(`A row holds ${MOST_PICTURES_IN_ROW} pictures. The last ${ids.length - fitting.length} stay chosen.`)
      if (fitting.length === 0) return
      if (target?.type !== 'join') return insert(makeRow(newRowId(), fitting), target?.place ?? place)
      const joining = fitting.map((id) => ({ id }))
      changeBody(`join ${count(fitting.length, 'picture')} to a row`, (body) =>
        changeRowIn(body, target.row, (row) => joinPictures(row, joining, target.at)),
      )
      if (joined?.set && findRow(latest().body, target.row)?.set === null)
        say(`The row follows “${joined.set.name}” no more: what joined it is not in the set.`, undo)
      selectRow(target.row)
      send({ type: 'pictures joined', pictures: fitting })
    },
    [changeBody, insert, latest, place, say, selectRow, send, undo],
  )

  return useMemo(
    () => ({
      changeBody,
      insert,
      selectSoon,
      selectRow,
      changeRow,
      takeBack,
      previewRow,
      moveRow,
      moveWords,
      stepRow,
      set,
    }),
    [changeBody, insert, selectSoon, selectRow, changeRow, takeBack, previewRow, moveRow, moveWords, stepRow, set],
  )
}
