import { Dialog } from '../../ui/dialog.tsx'
import { timeInWords } from '../../ui/words.ts'
import type { PostDraft } from './draft-sides.ts'
import { TextCard } from './text-card.tsx'

/** The same post was saved in another window: both texts are kept, one is gone on with. */
export function ConflictDialog({ draft }: { draft: PostDraft }) {
  const { other } = draft
  return (
    <Dialog
      open={other !== null}
      width={640}
      title="This post was changed in another window"
      about="Both texts are kept under “Saved states”, whichever you go on with."
    >
      {other && (
        <div className="flex gap-4">
          <TextCard
            heading="In this window"
            content={draft.content}
            other={other.content}
            acts={[{ label: 'Go on with this text', look: 'ink', do: draft.keepMine }]}
          />
          <TextCard
            heading={`Saved elsewhere, ${timeInWords(other.savedAt)}`}
            content={other.content}
            other={draft.content}
            acts={[{ label: 'Go on with the other text', look: 'ink', do: draft.takeOther }]}
          />
        </div>
      )}
    </Dialog>
  )
}
