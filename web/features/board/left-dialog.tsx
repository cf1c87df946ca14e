import { useState } from 'react'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { count, timeInWords } from '../../ui/words.ts'
import type { PostDraft } from './draft-sides.ts'
import { TextCard } from './text-card.tsx'

/** What closed windows left unsaved: gone on with, put aside, or left for the next time. */
export function LeftDialog({ draft }: { draft: PostDraft }) {
  const [later, setLater] = useState(false)
  const { left, other } = draft
  return (
    <Dialog
      open={left.length > 0 && !later && other === null}
      onOpenChange={(open) => setLater(!open)}
      width={640}
      title={
        left.length === 1
          ? 'A closed window left text unsaved'
          : `${count(left.length, 'closed window')} left text unsaved`
      }
      about="The post has been saved otherwise since. Nothing is lost, whatever you choose: one text stands on the board, the others are under “Saved states”."
    >
      <div className="flex flex-col gap-3">
        {left.map(({ window, at, draft: { history } }) => (
          <TextCard
            key={window}
            heading={at ? `Written ${timeInWords(new Date(at).toISOString())}` : 'Written earlier'}
            content={history.present}
            other={draft.content}
            acts={[
              { label: 'Put it under “Saved states”', look: 'ink', do: () => draft.putLeftAside(window) },
              { label: 'Go on with this text', do: () => draft.takeLeft(window) },
            ]}
          />
        ))}
        <div>
          <Button onClick={() => setLater(true)}>Ask again the next time</Button>
        </div>
      </div>
    </Dialog>
  )
}
