import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Mark } from '../../../core/marks/mark.ts'
import { titleOf } from '../../../core/post/post.ts'
import { api } from '../../api/client.ts'
import { useHouse } from '../../api/queries.ts'
import { Choice } from '../../ui/choice.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import type { PostDraft } from '../board/draft-sides.ts'
import { OtherBlogPanel } from './other-blog.tsx'
import { OwnBlog } from './own-blog.tsx'
import { usePressJob } from './use-press-job.ts'

/** One's own blog among those that a post can be sent to. */
const OWN = 'own'
const other = (name: string) => `other ${name}`

/** Where the post goes, what publishing will change there, and what each place will lose. */
export function PublishDialog({
  open,
  onOpenChange,
  draft,
  marks,
  onMarks,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  draft: PostDraft
  marks: readonly Mark[]
  onMarks: () => void
}) {
  const house = useHouse()
  const press = usePressJob(draft)
  const [where, setWhere] = useState(OWN)
  const { data: others = [] } = useQuery({ queryKey: ['other-blogs'], queryFn: api.elsewhere.list, enabled: open })
  return (
    <Dialog
      open={open}
      onOpenChange={(next) => {
        onOpenChange(next)
        press.clear()
      }}
      title="Publish"
      about={titleOf(draft.content)}
    >
      {others.length > 0 && (
        <div className="mb-4">
          <Choice
            label="Where"
            value={where}
            options={[
              { value: OWN, label: house.blogName },
              ...others.map(({ name, url }) => ({ value: other(name), label: name, hint: url })),
            ]}
            onChange={(next) => {
              press.clear()
              setWhere(next)
            }}
          />
        </div>
      )}
      {where === OWN ? (
        <OwnBlog draft={draft} marks={marks} press={press} onMarks={onMarks} />
      ) : (
        others
          .filter(({ name }) => other(name) === where)
          .map(({ name }) => <OtherBlogPanel key={name} name={name} draft={draft} press={press} />)
      )}
    </Dialog>
  )
}
