import { rowsOf } from '../../../core/post/body.ts'
import { type PostContent, titleOf } from '../../../core/post/post.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { count, timeInWords } from '../../ui/words.ts'
import type { PostDraft } from './post-draft.ts'

const wordsIn = (content: PostContent): number =>
  JSON.stringify(content.body)
    .match(/"text":"[^"]+"/g)
    ?.join(' ')
    .split(/\s+/).length ?? 0

function Text({
  heading,
  content,
  action,
  onTake,
}: {
  heading: string
  content: PostContent
  action: string
  onTake: () => void
}) {
  return (
    <div className="flex flex-1 flex-col border border-hairline bg-card p-4">
      <h3 className="font-semibold">{heading}</h3>
      <p className="mt-1 text-[1.05rem]">{titleOf(content)}</p>
      <p className="figures mt-1 mb-4">
        {count(wordsIn(content), 'word')}, {count(rowsOf(content.body).length, 'row')}
      </p>
      <Button look="ink" className="mt-auto" onClick={onTake}>
        {action}
      </Button>
    </div>
  )
}

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
          <Text
            heading="In this window"
            content={draft.content}
            action="Go on with this text"
            onTake={draft.keepMine}
          />
          <Text
            heading={`Saved elsewhere, ${timeInWords(other.savedAt)}`}
            content={other.content}
            action="Go on with the other text"
            onTake={draft.takeOther}
          />
        </div>
      )}
    </Dialog>
  )
}
