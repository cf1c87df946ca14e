import type { Library } from '../../../core/place/library.ts'
import type { Editor } from '@tiptap/core'
import { createContext, type RefObject, useContext } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { Target } from '../../../core/post/changes/rows-in-body.ts'
import type { Way } from '../../../core/layout/ways.ts'
import type { Row } from '../../../core/post/row.ts'
import type { RowWithin } from '../../../core/steps/steps.ts'
import type { ShownWay } from '../ways/shown-way.ts'
import type { CarriedWords } from './carried-words.ts'
import type { PostDraft } from './draft-sides.ts'
import type { BoardEvent } from './state/board-state.ts'

/** What can be done with the ways that are open. */
export interface OpenWays {
  /** sets the way with this number, counted from 0; false when there is none */
  take: (tile: number) => boolean
  /** the row as that way would have it */
  rowOf: (tile: number) => Row | undefined
  focus: () => void
  /** closes them, and nothing is changed */
  leave: () => void
}

/** What every part of the board shares. */
export interface Board {
  readonly draft: PostDraft
  readonly editor: Editor
  readonly house: HouseStyle
  readonly library: Library
  /** width of the window that the page is shown for, px */
  readonly window: number
  /** in what a row stands, or a new one would at the place */
  readonly within: (rowId: string) => RowWithin
  /** the row that the ticket is about */
  readonly selectedRow: Row | null
  /** the picture in it, if one is chosen */
  readonly selectedPicture: number | null
  /** all of its pictures that are chosen together, in the order of the row */
  readonly selectedPictures: readonly number[]
  /** pictures chosen in the tray, in the order of choosing */
  readonly chosen: readonly string[]
  /** where the next row goes: a place between blocks */
  readonly place: number
  /** tells what happened to what is chosen, selected and open */
  send: (event: BoardEvent) => void
  selectRow: (id: string | null, picture?: number | null) => void
  changeRow: (did: string, id: string, change: (row: Row) => Row | undefined, group?: string) => void
  /** back to the tray: a picture out of its row, or where none is given the whole row out of the post */
  takeBack: (id: string, picture?: number) => void
  /** shows a change of a row on the page without making it */
  previewRow: (row: Row | null) => void
  /** shows a way in the page that stands back; null takes it away again */
  showWay: (way: ShownWay | null) => void
  /** sets a way: what it is for becomes a row, or the row becomes it */
  takeWay: (way: Way, row: Row) => void
  /** the open ways, for keys pressed elsewhere */
  readonly ways: RefObject<OpenWays | null>
  /** opens the ways of a row that is set */
  openWays: (id: string) => void
  moveRow: (id: string, place: number) => void
  /** moves words within the text, into a row, out of one */
  moveWords: (words: CarriedWords, target: Target) => void
  stepRow: (id: string, by: -1 | 1) => void
  set: (ids: readonly string[], target?: Target) => void
}

export const BoardContext = createContext<Board | null>(null)

export function useBoard(): Board {
  const board = useContext(BoardContext)
  if (!board) throw new Error('useBoard: expected a board above')
  return board
}
