import { useCallback, useEffect } from 'react'
import { useNotices } from '../../ui/notices.tsx'
import type { Board } from './board-context.tsx'
import { keysOf } from './keys.ts'

const REGIONS = ['spine', 'page', 'ticket', 'tray']

/** Keys that work wherever the focus is. */
export function useBoardKeys(
  { draft, editor, selectedRow, stepRow }: Board,
  showKeys: () => void,
  standBack: () => void,
): void {
  const { say } = useNotices()

  const stepRegion = useCallback(
    (by: number) => {
      const here = REGIONS.indexOf(
        document.activeElement?.closest<HTMLElement>('[data-region]')?.dataset.region ?? 'spine',
      )
      const next = REGIONS[(here + by + REGIONS.length) % REGIONS.length]
      if (next === 'page') editor.view.focus()
      else
        document
          .querySelector<HTMLElement>(
            `[data-region=${next}] :is(button, input, textarea, [tabindex="0"]):not([disabled])`,
          )
          ?.focus()
      if (next) say(`In the ${next}. F6 goes on to the next part.`)
    },
    [editor, say],
  )

  useEffect(() => {
    const typing = (event: KeyboardEvent) =>
      (event.target as HTMLElement).closest('input, textarea, [contenteditable=true]') !== null
    const stepSelected = (event: KeyboardEvent, by: -1 | 1) => {
      if (!selectedRow || (event.target as HTMLElement).closest('[data-region=tray]')) return true
      stepRow(selectedRow.id, by)
    }
    const onKey = keysOf('anywhere', {
      undo: () => draft.undo(),
      redo: () => draft.redo(),
      save: () => void draft.flush(),
      nextPart: () => stepRegion(1),
      partBefore: () => stepRegion(-1),
      list: (event) => (event.key === '?' && typing(event) ? true : showKeys()),
      standBack,
      rowUp: (event) => stepSelected(event, -1),
      rowDown: (event) => stepSelected(event, 1),
    })
    // Before the editor, whose own keys would otherwise take them.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [draft, selectedRow, stepRow, stepRegion, showKeys, standBack])
}
