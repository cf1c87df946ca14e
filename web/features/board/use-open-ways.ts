import { byFinger } from '../../ui/by-finger.ts'
import { type Dispatch, useCallback, useMemo, useState } from 'react'
import type { Library } from '../../../core/place/library.ts'
import { convertRow } from '../../../core/post/changes/convert-row.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { MOST_PICTURES_IN_ROW } from '../../../core/post/limits.ts'
import type { Row } from '../../../core/post/row.ts'
import { Told } from '../../ui/told.ts'
import type { ShownWay } from '../ways/shown-way.ts'
import type { Board } from './board-context.tsx'
import { newRowId } from './new-row-id.ts'
import type { BoardEvent, BoardState } from './state/board-state.ts'
import type { BoardActions } from './use-board-actions.ts'

export interface OpenWaysOf extends Pick<Board, 'showWay' | 'takeWay' | 'openWays'> {
  /** the row that ways are open for: one that stands, or one that the chosen pictures would make */
  readonly row: Row | null
  readonly standing: boolean
  /** the way that is shown */
  readonly shown: Told<ShownWay | null>
  readonly close: () => void
  /** closes them and gives the hands back where they came from */
  readonly leave: () => void
}

interface Parts {
  readonly editor: Board['editor']
  readonly library: Library
  readonly selectedRow: Row | null
  readonly actions: BoardActions
  readonly send: Dispatch<BoardEvent>
}

/** The ways on the board: for which row they are open, shown in the page, taken, left. */
export function useOpenWays(
  { chosen, opened, place }: BoardState,
  { editor, library, selectedRow, actions, send }: Parts,
): OpenWaysOf {
  const { changeRow, insert, selectRow } = actions
  // The row that the chosen pictures would make, as long as the choice stays.
  const waiting = useMemo(
    () =>
      chosen.length && chosen.every((id) => library.picture(id) !== undefined)
        ? makeRow(newRowId(), chosen.slice(0, MOST_PICTURES_IN_ROW))
        : null,
    [chosen, library],
  )
  const standing = opened && selectedRow !== null

  const [shown] = useState(() => new Told<ShownWay | null>(null))
  const takeWay = useCallback<Board['takeWay']>(
    (way, row) => {
      if (!standing) return insert(convertRow(row, way.shape), place)
      changeRow(`turn a row into ${way.name.toLowerCase()}`, row.id, (now) => convertRow(now, way.shape))
      send({ type: 'ways closed' })
      if (!byFinger()) editor.view.focus()
      selectRow(row.id)
    },
    [changeRow, editor, insert, place, selectRow, send, standing],
  )
  const openWays = useCallback<Board['openWays']>(
    (id) => {
      selectRow(id)
      send({ type: 'ways opened', row: id })
    },
    [selectRow, send],
  )
  const close = useCallback(() => {
    send({ type: 'ways closed' })
    if (standing && !byFinger()) editor.view.focus()
  }, [editor, send, standing])
  const leave = useCallback(() => {
    if (standing) close()
    else document.querySelector<HTMLElement>('[data-region=tray] [role=option][tabindex="0"]')?.focus()
  }, [close, standing])

  return { row: standing ? selectedRow : waiting, standing, shown, showWay: shown.set, takeWay, openWays, close, leave }
}
