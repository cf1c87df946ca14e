import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { Mark } from '../../../core/marks/mark.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { Job } from '../../../core/wire/job.ts'
import type { Held } from '../../../core/times/held.ts'
import { api } from '../../api/client.ts'
import { useHouse } from '../../api/queries.ts'
import { followJob } from '../../api/follow-job.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { timeIn } from '../../ui/words.ts'
import type { PostDraft } from '../board/draft-sides.ts'
import { SetTimesFields } from './set-times.tsx'
import { useSetTimes } from './use-set-times.ts'
import { Plan, tooLarge } from './plan.tsx'
import { Stages } from './stages.tsx'

function sentInWords(as: 'draft' | 'live', held: Held | undefined, zone: string): string {
  if (as === 'draft') return 'The draft is on the blog. Only those who have its address see it.'
  if (held?.from) return `The blog has the post, and shows it ${timeIn(held.from, zone)}.`
  return held?.until ? `The post is live, and is withdrawn ${timeIn(held.until, zone)}.` : 'The post is live.'
}

/** Shows what publishing will change, then does it. */
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
  const client = useQueryClient()
  const { refuse } = useNotices()
  const [job, setJob] = useState<Job | null>(null)
  const [busy, setBusy] = useState<Job['kind'] | null>(null)
  const [done, setDone] = useState<string | null>(null)
  const { publication } = draft
  const { timeZone: zone } = useHouse()
  const times = useSetTimes(publication, zone)

  const plan = useQuery({
    queryKey: ['plan', draft.id, draft.version, publication.at, open],
    queryFn: async () => {
      await draft.flush()
      return api.posts.plan(draft.id)
    },
    enabled: open && draft.saving !== 'conflict',
    staleTime: 0,
    retry: false,
  })

  /** Follows a job of the press to its end, showing how far it has come. */
  async function act(kind: Job['kind'], start: () => Promise<Job>, done: string) {
    setBusy(kind)
    setDone(null)
    try {
      await followJob(await start(), (now) => {
        setJob(now)
        draft.setPublication(now.publication)
      })
      setDone(done)
    } catch (error) {
      refuse(error)
      void plan.refetch()
    } finally {
      void client.invalidateQueries({ queryKey: ['posts'] })
      setBusy(null)
      setJob(null)
    }
  }
  const publish = (as: 'draft' | 'live', held?: Held) =>
    act(
      'publish',
      async () => {
        const version = await draft.flush()
        if (version === null)
          throw new Error('The newest text is not saved yet, so nothing was sent. Wait until it is, then try again.')
        return api.posts.publish(draft.id, as, version, held)
      },
      sentInWords(as, held, zone),
    )

  const live = publication.state === 'live'
  const planned = publication.state === 'planned'
  const onBlog = live || planned || publication.state === 'draft'
  const ready = plan.data?.host.reachable === true && !tooLarge(plan.data) && busy === null
  return (
    <Dialog
      open={open}
      onOpenChange={(next) => {
        onOpenChange(next)
        setDone(null)
      }}
      title="Publish"
      about={titleOf(draft.content)}
    >
      <div className="flex flex-col gap-4">
        {plan.isPending && <p role="status">Making the page and asking the blog what it has…</p>}
        {plan.error && <p className="text-ruby">{plan.error.message}</p>}
        {plan.data && <Plan plan={plan.data} draft={draft} marks={marks} zone={zone} onMarks={onMarks} />}
        {plan.data && !busy && <SetTimesFields times={times} live={live} zone={zone} />}
        {busy && <Stages kind={busy} job={job} />}
        {done && (
          <p role="status" className="border-l-4 border-ink bg-card px-3 py-2">
            {done}{' '}
            {publication.url && onBlog && !planned && (
              <a className="underline underline-offset-4" href={publication.url} target="_blank" rel="noopener">
                Read it on the blog
              </a>
            )}
          </p>
        )}
        <div className="flex flex-wrap gap-2 border-t border-hairline pt-4">
          <Button
            look="ink"
            disabled={!ready || times.held === null}
            onClick={() => void publish('live', times.held ?? undefined)}
          >
            {live ? 'Update the live post' : times.from.on ? 'Publish at that time' : 'Publish live'}
          </Button>
          {!live && !planned && (
            <Button disabled={!ready} onClick={() => void publish('draft')}>
              {publication.state === 'draft' ? 'Update the draft' : 'Send as a draft'}
            </Button>
          )}
          {(onBlog || publication.unsure) && (
            <Button
              disabled={busy !== null}
              onClick={() =>
                void act(
                  'withdraw',
                  () => api.posts.withdraw(draft.id),
                  'The post is withdrawn. It stays here; publish it again at any time.',
                )
              }
            >
              Withdraw
            </Button>
          )}
          {onBlog && !planned && publication.url && (
            <a
              className="self-center underline underline-offset-4"
              href={publication.url}
              target="_blank"
              rel="noopener"
            >
              Open on the blog
            </a>
          )}
        </div>
      </div>
    </Dialog>
  )
}
