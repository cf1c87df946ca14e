import { useCallback, useEffect } from 'react'
import { useNotices } from '../../ui/notices.tsx'
import type { Board } from './board-context.tsx'

const REGIONS = ['spine', 'page', 'ticket', 'tray']

/** Keys that work wherever the focus is. */
export function useBoardKeys({ draft, editor, selectedRow, stepRow }: Board, showKeys: () => void): void {
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
      } else if ((event.key === '?' && !typing) || (command && event.key === '/')) showKeys()
      else if (event.key === 'F6') {
        event.preventDefault()
        stepRegion(event.shiftKey ? -1 : 1)
      } else if (
        selectedRow &&
        event.altKey &&
        (event.key === 'ArrowUp' || event.key === 'ArrowDown') &&
        !(event.target as HTMLElement).closest('[data-region=tray]')
      ) {
        event.preventDefault()
        stepRow(selectedRow.id, event.key === 'ArrowUp' ? -1 : 1)
      }
    }
    // Before the editor, whose own keys would otherwise take them.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [draft, selectedRow, stepRow, stepRegion, showKeys])
}
