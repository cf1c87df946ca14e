import { useEffect, useRef } from 'react'
import { createKeybindingsHandler } from 'tinykeys'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { api } from '../../api/client.ts'
import { TopBar } from '../shell/top-bar.tsx'
import type { FrontDraft } from './use-front-draft.ts'

/** What readers have of what is arranged, in words. */
function standing({ saved, changed }: FrontDraft): string {
  if (!saved) return ''
  if (changed) return 'Changed, not on the blog yet'
  if (saved.wanted) return 'On its way to the blog…'
  return saved.problem ? 'Saved, but not on the blog' : 'As readers have it'
}

/** The bar of the screens on which the front page is arranged: how it stands, undo, and the way to readers. */
export function FrontBar({ draft }: { draft: FrontDraft }) {
  const { saved, changed, canUndo, canRedo, undo, redo, putBack, save, conflict } = draft
  const { refuse } = useNotices()
  const latest = useRef(draft)
  latest.current = draft
  useEffect(() => {
    const keys = createKeybindingsHandler({
      '$mod+z': (event) => {
        if ((event.target as Element).matches('input, textarea')) return
        event.preventDefault()
        latest.current.undo()
      },
      '$mod+Shift+z': (event) => {
        if ((event.target as Element).matches('input, textarea')) return
        event.preventDefault()
        latest.current.redo()
      },
    })
    window.addEventListener('keydown', keys)
    return () => window.removeEventListener('keydown', keys)
  }, [])
  return (
    <>
      <TopBar>
        <span role="status" className="min-w-0 flex-1 truncate font-semibold">
          {standing(draft)}
        </span>
        <Button look="on-ink" small disabled={!canUndo} onClick={undo}>
          Undo
        </Button>
        <Button look="on-ink" small disabled={!canRedo} onClick={redo}>
          Redo
        </Button>
        <Button look="on-ink" small disabled={!changed} onClick={putBack}>
          Put back
        </Button>
        <Button
          disabled={!saved || (!changed && !saved.problem)}
          onClick={() => void (changed ? save() : api.front.sendAgain().catch(refuse))}
        >
          {saved?.problem && !changed ? 'Send again' : 'Put on the blog'}
        </Button>
      </TopBar>
      {conflict && (
        <div role="alert" className="flex items-center gap-3 border-b border-ruby bg-card px-4 py-2">
          <p className="flex-1">
            <b>Another window has saved the front page since this one was opened.</b> Yours is kept here.
          </p>
          <Button small onClick={conflict.take}>
            Take the other
          </Button>
          <Button small look="ink" onClick={() => void conflict.putOver()}>
            Put mine over it
          </Button>
        </div>
      )}
      {saved?.problem && !changed && (
        <p role="alert" className="border-b border-ruby bg-card px-4 py-2 text-ruby">
          {saved.problem.message} {saved.problem.next}
        </p>
      )}
    </>
  )
}
