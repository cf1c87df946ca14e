import { useRef, useState } from 'react'

/** Which of the pictures on a wall are chosen, by pointer and by keys, in the order of the wall. */
export function useChosenPictures(ids: readonly string[]) {
  const [chosen, setChosen] = useState<readonly string[]>([])
  /** where the next range begins */
  const anchor = useRef<string>(undefined)
  const range = (from: number, to: number) => ids.slice(Math.min(from, to), Math.max(from, to) + 1)
  const inOrder = (wanted: ReadonlySet<string>) => ids.filter((id) => wanted.has(id))

  return {
    chosen,
    /** A press: alone, with Shift up to there, with Ctrl beside the others. */
    press(id: string, { shiftKey, ctrlKey, metaKey }: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }): void {
      const from = anchor.current === undefined ? -1 : ids.indexOf(anchor.current)
      if (shiftKey && from >= 0) return setChosen(range(from, ids.indexOf(id)))
      anchor.current = id
      if (!ctrlKey && !metaKey) return setChosen(chosen.length === 1 && chosen[0] === id ? [] : [id])
      const wanted = new Set(chosen)
      if (!wanted.delete(id)) wanted.add(id)
      setChosen(inOrder(wanted))
    },
    /** The focus goes on with Shift held down. */
    extend(from: number, to: number): void {
      const start = anchor.current === undefined ? -1 : ids.indexOf(anchor.current)
      if (start < 0) anchor.current = ids[from]
      setChosen(range(start < 0 ? from : start, to))
    },
    /** All from the one to the other. */
    across: (from: number, to: number): void => setChosen(range(from, to)),
    /** Every picture that is loaded. */
    all: (): void => setChosen(ids),
    none: (): void => setChosen([]),
    /** These are gone from here. */
    without(ids: readonly string[]): void {
      const gone = new Set(ids)
      setChosen((before) => before.filter((id) => !gone.has(id)))
    },
  }
}
