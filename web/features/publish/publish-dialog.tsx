import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { Mark } from '../../../core/marks/mark.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { Job, Stage } from '../../../core/wire/job.ts'
import type { PublishPlan } from '../../../core/wire/post.ts'
import { api, Refused } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { capital, count, fullTime } from '../../ui/words.ts'
import type { PostDraft } from '../board/post-draft.ts'
import { marksInWords } from '../marks/words.ts'

const ASKED_EVERY_MS = 200

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
      let now = await start()
      for (setJob(now); now.state === 'waiting' || now.state === 'running'; setJob(now)) {
        await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY_MS))
        now = await api.jobs.get(now.id)
      }
      draft.setPublication(now.publication)
      if (now.state === 'failed') refuse(new Refused(409, now.problem ?? { code: 'internal', message: 'It failed.' }))
      else setDone(done)
      void client.invalidateQueries({ queryKey: ['posts'] })
      if (now.state === 'failed') void plan.refetch()
    } catch (error) {
      refuse(error)
      void plan.refetch()
    } finally {
      setBusy(null)
      setJob(null)
    }
  }
  const publish = (as: 'draft' | 'live') =>
    act(
      'publish',
      async () => {
        const version = await draft.flush()
        if (version === null)
          throw new Error('The newest text is not saved yet, so nothing was sent. Wait until it is, then try again.')
        return api.posts.publish(draft.id, as, version)
      },
      as === 'live' ? 'The post is live.' : 'The draft is on the blog. Only those who have its address see it.',
    )

  const live = publication.state === 'live'
  const onBlog = live || publication.state === 'draft'
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
        {plan.data && <Plan plan={plan.data} draft={draft} marks={marks} onMarks={onMarks} />}
        {busy && <Stages kind={busy} job={job} />}
        {done && (
          <p role="status" className="border-l-4 border-ink bg-card px-3 py-2">
            {done}{' '}
            {publication.url && onBlog && (
              <a className="underline underline-offset-4" href={publication.url} target="_blank" rel="noopener">
                Read it on the blog
              </a>
            )}
          </p>
        )}
        <div className="flex flex-wrap gap-2 border-t border-hairline pt-4">
          <Button
            look="ink"
            disabled={!plan.data?.host.reachable || busy !== null}
            onClick={() => void publish('live')}
          >
            {live ? 'Update the live post' : 'Publish live'}
          </Button>
          {!live && (
            <Button disabled={!plan.data?.host.reachable || busy !== null} onClick={() => void publish('draft')}>
              {publication.state === 'draft' ? 'Update the draft' : 'Send as a draft'}
            </Button>
          )}
          {onBlog && (
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
          {onBlog && publication.url && (
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

/** Said of each stage while it is worked on, and in the list before and after. */
const STAGE_WORDS: Record<Job['kind'], Partial<Record<Stage, string>>> = {
  publish: {
    pictures: 'Picture files made',
    pages: 'Pages written',
    files: 'Files sent',
    post: 'Post shown',
    list: 'List of posts sent',
  },
  withdraw: { post: 'Post taken back', list: 'List of posts sent' },
}

/** How far the press has come, stage by stage. */
function Stages({ kind, job }: { kind: Job['kind']; job: Job | null }) {
  const stages = Object.entries(STAGE_WORDS[kind]) as [Stage, string][]
  const here = stages.findIndex(([stage]) => stage === job?.stage)
  return (
    <div role="status" className="border-l-4 border-blueink bg-card px-3 py-2">
      <p className="font-semibold">{kind === 'publish' ? 'Publishing…' : 'Withdrawing…'}</p>
      <ol>
        {stages.map(([stage, words], i) => (
          <li key={stage} className={i === here ? '' : 'text-soft'}>
            <span className="figures inline-block w-16">
              {i < here ? 'done' : i > here ? '' : job && job.total > 0 ? `${job.done} of ${job.total}` : 'now'}
            </span>
            {words}
          </li>
        ))}
      </ol>
    </div>
  )
}

function Plan({
  plan,
  draft: { publication },
  marks,
  onMarks,
}: {
  plan: PublishPlan
  draft: PostDraft
  marks: readonly Mark[]
  onMarks: () => void
}) {
  const along = [
    plan.pages.pictures > 0 && `${count(plan.pages.pictures, 'picture page')}`,
    plan.pages.galleries > 0 && `${count(plan.pages.galleries, 'gallery page')}`,
  ].filter(Boolean)
  return (
    <dl className="grid grid-cols-[96px_1fr] gap-x-3 gap-y-2">
      <dt className="text-soft">Now</dt>
      <dd>
        {publication.state === 'none' && 'Not on the blog yet'}
        {publication.state === 'draft' && `A draft since ${fullTime(publication.at!)}`}
        {publication.state === 'live' && `Live, sent on ${fullTime(publication.at!)}`}
        {publication.state === 'withdrawn' && `Withdrawn on ${fullTime(publication.at!)}`}
      </dd>
      <dt className="text-soft">Address</dt>
      <dd className="font-mono text-[0.9em] break-all">
        {plan.host.url}/posts/{plan.address}/
      </dd>
      <dt className="text-soft">Will change</dt>
      <dd>
        {publication.version === null ? (
          'Everything is new'
        ) : plan.changes.length === 0 ? (
          'Nothing since it was sent'
        ) : (
          <ul>
            {plan.changes.map((change) => (
              <li key={change}>{change}</li>
            ))}
          </ul>
        )}
      </dd>
      <dt className="text-soft">Files</dt>
      <dd>
        {plan.filesToSend === 0
          ? `All ${plan.filesInAll} are there already`
          : `${plan.filesToSend} of ${plan.filesInAll} to send, ${bytesInWords(plan.bytesToSend)}`}
        {plan.filesToMake > 0 && `; ${count(plan.filesToMake, 'more file')} of its pictures still to be made`}
        {along.length > 0 && `; with ${along.join(' and ')}`}
      </dd>
      <dt className={marks.some(({ weight }) => weight === 'must mend') ? 'text-ruby' : 'text-soft'}>Marks</dt>
      <dd>
        {marks.length === 0 ? (
          'None: nothing was found to mend'
        ) : (
          <>
            {capital(marksInWords(marks))}
            {' · '}
            <button type="button" className="underline underline-offset-4" onClick={onMarks}>
              Look at {marks.length === 1 ? 'it' : 'them'}
            </button>
          </>
        )}
      </dd>
      {!plan.host.reachable && (
        <>
          <dt className="text-ruby">Blog host</dt>
          <dd className="text-ruby">
            {plan.host.message} Start it, or check the settings SETROW_BLOG_URL and SETROW_BLOG_KEY, then open this
            again. {count(plan.filesInAll, 'file')} would be sent.
          </dd>
        </>
      )}
    </dl>
  )
}
