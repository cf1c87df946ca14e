import { useCallback, useEffect } from 'react'
import { useNotices } from '../../ui/notices.tsx'
import type { Board } from './board-context.tsx'
import { keysOf } from './keys.ts'

const REGIONS = ['spine', 'page', 'ticket', 'tray']
const SPOKEN: Record<string, string> = { arranging: 'proposals', 'arrange-panel': 'wishes' }
const WHILE_ARRANGING = ['spine', 'arranging', 'ticket', 'arrange-panel']

/** Keys that work wherever the focus is. */
export function useBoardKeys(
  { draft, editor, selectedRow, stepRow }: Board,
  showKeys: () => void,
  standBack: () => void,
  arrange: () => void,
): void {
  const { say } = useNotices()

  const stepRegion = useCallback(
    (by: number) => {
      const regions = document.querySelector('[data-region=arranging]') ? WHILE_ARRANGING : REGIONS
      const here = regions.indexOf(
        document.activeElement?.closest<HTMLElement>('[data-region]')?.dataset.region ?? 'spine',
      )
      const next = regions[(here + by + regions.length) % regions.length]
      if (next === 'page') editor.view.focus()
      // What is there for other windows only takes no focus.
      else
        [
          ...document.querySelectorAll<HTMLElement>(
            `[data-region=${next}]:is([tabindex="0"]), [data-region=${next}] :is(button, input, textarea, [tabindex="0"]):not([disabled], [tabindex="-1"])`,
          ),
        ]
          .find((one) => one.checkVisibility())
          ?.focus()
      if (next) say(`In the ${SPOKEN[next] ?? next}. F6 goes on to the next part.`)
    },
    [editor, say],
  )

  useEffect(() => {
    const typing = (event: KeyboardEvent) =>
      (event.target as HTMLElement).closest('input, textarea, [contenteditable=true]') !== null
    const stepSelected = (event: KeyboardEvent, by: -1 | 1) => {
      // In the text the editor has these keys: they move steps.
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
      arrange,
      rowUp: (event) => stepSelected(event, -1),
      rowDown: (event) => stepSelected(event, 1),
    })
    // Before the editor, whose own keys would otherwise take them.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [draft, editor, selectedRow, stepRow, stepRegion, showKeys, standBack, arrange])
}
