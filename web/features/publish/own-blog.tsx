import type { Mark } from '../../../core/marks/mark.ts'
import type { Held } from '../../../core/times/held.ts'
import { api } from '../../api/client.ts'
import { useHouse } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { timeIn } from '../../ui/words.ts'
import type { PostDraft } from '../board/draft-sides.ts'
import { Plan, tooLarge } from './plan.tsx'
import { SetTimesFields } from './set-times.tsx'
import { Stages } from './stages.tsx'
import { useFreshPlan } from './use-fresh-plan.ts'
import { type PressJob, savedVersion } from './use-press-job.ts'
import { useSetTimes } from './use-set-times.ts'

function sentInWords(as: 'draft' | 'live', held: Held | undefined, zone: string): string {
  if (as === 'draft') return 'The draft is on the blog. Only those who have its address see it.'
  if (held?.from) return `The blog has the post, and shows it ${timeIn(held.from, zone)}.`
  return held?.until ? `The post is live, and is withdrawn ${timeIn(held.until, zone)}.` : 'The post is live.'
}

/** The post on one's own blog: what publishing will change, when readers are to have it, and the doing of it. */
export function OwnBlog({
  draft,
  marks,
  press,
  onMarks,
}: {
  draft: PostDraft
  marks: readonly Mark[]
  press: PressJob
  onMarks: () => void
}) {
  const { publication } = draft
  const { timeZone: zone } = useHouse()
  const times = useSetTimes(publication, zone)
  const { busy, done, job } = press
  const plan = useFreshPlan(draft, ['plan', publication.at], api.posts.plan)
  const publish = (as: 'draft' | 'live', held?: Held) =>
    press.act(
      'publish',
      async () => api.posts.publish(draft.id, as, await savedVersion(draft), held),
      sentInWords(as, held, zone),
    )

  const live = publication.state === 'live'
  const planned = publication.state === 'planned'
  const onBlog = live || planned || publication.state === 'draft'
  const ready = plan.data?.host.reachable === true && !tooLarge(plan.data) && busy === null
  return (
    <div className="flex flex-col gap-4">
      {plan.isPending && <p role="status">Making the page and asking the blog what it has…</p>}
      {plan.error && <p className="text-ruby">{plan.error.message}</p>}
      {plan.data && <Plan plan={plan.data} draft={draft} marks={marks} zone={zone} onMarks={onMarks} />}
      {plan.data && !busy && <SetTimesFields times={times} live={live} zone={zone} />}
      {busy && <Stages kind={busy} job={job} onStop={press.stop} />}
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
              void press.act(
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
          <a className="self-center underline underline-offset-4" href={publication.url} target="_blank" rel="noopener">
            Open on the blog
          </a>
        )}
      </div>
    </div>
  )
}
