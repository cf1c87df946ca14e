/** What is chosen, selected and open on the board, and where the next row goes: one state, changed by named events. */
export interface BoardState {
  /** pictures chosen in the tray, in the order of choosing */
  readonly chosen: readonly string[]
  /** where the next row goes: a place between blocks */
  readonly place: number
  /** the row that the ticket is about, and the picture in it, if one is chosen */
  readonly row: string | null
  readonly picture: number | null
  /** others of its pictures that are chosen with it */
  readonly also: readonly number[]
  /** the ways of the selected row are open */
  readonly opened: boolean
}

export type BoardEvent =
  /** the caret, or the editor's selection of a row, is there now */
  | { readonly type: 'caret moved'; readonly place: number; readonly row: string | null }
  | { readonly type: 'row selected'; readonly row: string; readonly picture: number | null }
  /** the picture together with those chosen before, or without it where it was one of them */
  | { readonly type: 'row picture toggled'; readonly picture: number }
  /** all from the picture chosen before to this one */
  | { readonly type: 'row pictures to'; readonly picture: number }
  | { readonly type: 'row let go' }
  | { readonly type: 'picture toggled'; readonly id: string }
  /** these, in this order, after what is chosen already */
  | { readonly type: 'range chosen'; readonly ids: readonly string[] }
  | { readonly type: 'only these chosen'; readonly ids: readonly string[] }
  | { readonly type: 'place moved'; readonly by: number; readonly blocks: number }
  /** a row of chosen pictures stands at the place before this one */
  | { readonly type: 'row set'; readonly place: number; readonly pictures: readonly string[] }
  | { readonly type: 'pictures joined'; readonly pictures: readonly string[] }
  | { readonly type: 'ways opened'; readonly row: string }
  | { readonly type: 'ways closed' }

/** A post that is opened: the next row goes to its end. */
export const startState = (blocks: number): BoardState => ({
  chosen: [],
  place: blocks,
  row: null,
  picture: null,
  also: [],
  opened: false,
})

const without = (list: readonly string[], gone: readonly string[]): readonly string[] =>
  list.filter((id) => !gone.includes(id))

/** The state after the event; the same object where nothing has changed. */
export function boardAfter(state: BoardState, event: BoardEvent): BoardState {
  switch (event.type) {
    case 'caret moved': {
      const { place, row } = event
      if (place === state.place && row === state.row) return state
      const same = row === state.row
      return {
        ...state,
        place,
        row,
        picture: same ? state.picture : null,
        also: same ? state.also : [],
        opened: same && state.opened,
      }
    }
    case 'row selected': {
      const { row, picture } = event
      return { ...state, row, picture, also: [], opened: row === state.row && state.opened }
    }
    case 'row picture toggled': {
      const { picture } = event
      if (state.row === null) return state
      const all = chosenInRow(state)
      const left = all.includes(picture) ? all.filter((one) => one !== picture) : [...all, picture]
      return { ...state, picture: left.at(-1) ?? null, also: left.slice(0, -1) }
    }
    case 'row pictures to': {
      if (state.row === null) return state
      const from = state.picture ?? 0
      const step = event.picture < from ? -1 : 1
      const range = Array.from({ length: Math.abs(event.picture - from) + 1 }, (_, i) => from + i * step)
      return { ...state, picture: from, also: range.slice(1) }
    }
    case 'row let go':
      return { ...state, row: null, picture: null, also: [], opened: false }
    case 'picture toggled': {
      const { chosen } = state
      const { id } = event
      return { ...state, chosen: chosen.includes(id) ? without(chosen, [id]) : [...chosen, id] }
    }
    case 'range chosen':
      return { ...state, chosen: [...without(state.chosen, event.ids), ...event.ids] }
    case 'only these chosen':
      return state.chosen.length === 0 && event.ids.length === 0 ? state : { ...state, chosen: event.ids }
    case 'place moved':
      return { ...state, place: Math.min(event.blocks, Math.max(0, state.place + event.by)) }
    case 'row set':
      return { ...state, place: event.place, chosen: without(state.chosen, event.pictures) }
    case 'pictures joined':
      return { ...state, chosen: without(state.chosen, event.pictures) }
    case 'ways opened':
      return { ...state, chosen: [], row: event.row, picture: null, also: [], opened: true }
    case 'ways closed':
      return state.opened ? { ...state, opened: false } : { ...state, chosen: [] }
  }
}

/** Pictures of the selected row that are chosen together. */
export const chosenInRow = ({ picture, also }: Pick<BoardState, 'picture' | 'also'>): readonly number[] =>
  picture === null ? also : [...also, picture]

/** The pictures from the one position to the other, both included, in the order in which they were gone over. */
export function rangeOf(shown: readonly string[], from: number, to: number): readonly string[] {
  const ids = shown.slice(Math.min(from, to), Math.max(from, to) + 1)
  return from <= to ? ids : ids.reverse()
}
