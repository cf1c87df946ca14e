import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { useQuery } from '@tanstack/react-query'
import { titleOf } from '../../../core/post/post.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count, fullTime } from '../../ui/words.ts'
import { WaitingHere } from '../shell/waiting.tsx'
import type { PostDraft } from './draft-sides.ts'

/** Every saved state of the post. Returning to one is a change like any other, and can be undone. */
export function StatesDialog({
  open,
  onOpenChange,
  draft,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  draft: PostDraft
}) {
  const { say, refuse } = useNotices()
  const { data: states, error } = useQuery({
    queryKey: ['states', draft.id, draft.version],
    queryFn: () => api.posts.states(draft.id),
    enabled: open,
  })

  async function goTo(key: number, savedAt: string) {
    try {
      const content = await api.posts.state(draft.id, key)
      // The tray only grows: pictures that came later stay at hand.
      draft.change('return to a saved state', (now) => intoTray(content, now.tray))
      onOpenChange(false)
      say(`The post is as it was on ${fullTime(savedAt)}.`, draft.undo)
    } catch (error) {
      refuse(error)
    }
  }

  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Saved states"
      about="Newest first. Nothing is lost by returning to an older one."
    >
      {!states && <WaitingHere what="the saved states" error={error} />}
      <ul className="divide-y divide-hairline">
        {states?.map((state) => (
          <li key={state.key} className="flex items-center gap-3 py-1.5">
            <span className="figures w-40">{fullTime(state.savedAt)}</span>
            <span className="min-w-0 flex-1 truncate">
              {titleOf(state)}
              {state.aside && <b className="ml-2 text-ruby">kept aside</b>}
            </span>
            <span className="figures">
              {count(state.words, 'word')}, {count(state.rows, 'row')}
            </span>
            {state.version === draft.version && !state.aside ? (
              <span className="w-28 text-right text-soft">as it is now</span>
            ) : (
              <Button small className="w-28" onClick={() => void goTo(state.key, state.savedAt)}>
                Return to this
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Dialog>
  )
}
