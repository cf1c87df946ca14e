import { moved, type Place, placeAt, type Size, stepped } from './cells.ts'

interface GridActs {
  readonly place: Place
  readonly size: Size
  readonly onPlace: (place: Place) => void
  /** begins to write: from this text, or from what stands in the cell */
  readonly edit: (from?: string) => void
  readonly clear: () => void
  readonly fillDown: () => void
  readonly undo: () => void
  readonly redo: () => void
  /** on to the next picture without alt text */
  readonly next: () => void
}

const PAGE = 12

/** The keys of a sheet in which nothing is being written. */
export function gridKeys({ place, size, onPlace, edit, clear, fillDown, undo, redo, next }: GridActs) {
  const go = (row: number, column: number, choosing: boolean) => onPlace(moved(place, { row, column }, size, choosing))
  return (event: KeyboardEvent): void => {
    const { key, shiftKey, altKey } = event
    const control = event.ctrlKey || event.metaKey
    const far = size.rows + size.columns
    const plain: Record<string, () => void> = {
      ArrowDown: () => go(1, 0, shiftKey),
      ArrowUp: () => go(-1, 0, shiftKey),
      ArrowRight: () => go(0, 1, shiftKey),
      ArrowLeft: () => go(0, -1, shiftKey),
      PageDown: () => go(PAGE, 0, shiftKey),
      PageUp: () => go(-PAGE, 0, shiftKey),
      Home: () => go(0, -far, shiftKey),
      End: () => go(0, far, shiftKey),
      Tab: () => onPlace(stepped(place, shiftKey ? -1 : 1, size)),
      Enter: () => edit(),
      F2: () => edit(),
      Delete: clear,
      Backspace: clear,
      Escape: () => onPlace(placeAt(place.at)),
    }
    const withControl: Record<string, () => void> = {
      d: fillDown,
      j: next,
      z: shiftKey ? redo : undo,
      y: redo,
      a: () => onPlace({ from: { row: 0, column: 0 }, at: { row: size.rows - 1, column: size.columns - 1 } }),
      Home: () => go(-far, -far, shiftKey),
      End: () => go(far, far, shiftKey),
      ArrowDown: () => go(far, 0, shiftKey),
      ArrowUp: () => go(-far, 0, shiftKey),
    }
    // At the very ends Tab leaves the sheet, as it leaves everything.
    const index = place.at.row * size.columns + place.at.column
    if (key === 'Tab' && (shiftKey ? index === 0 : index === size.rows * size.columns - 1)) return
    const act = control ? withControl[key.length === 1 ? key.toLowerCase() : key] : plain[key]
    if (act) act()
    else if (!control && !altKey && key.length === 1) edit(key)
    else return
    event.preventDefault()
  }
}
