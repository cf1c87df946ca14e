import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { NEEDS } from '../../../core/formats/pasting.ts'
import type { ElsewherePlan } from '../../../core/wire/elsewhere.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { fullTime } from '../../ui/words.ts'
import type { PostDraft } from '../board/draft-sides.ts'
import { Stages } from './stages.tsx'
import { useFreshPlan } from './use-fresh-plan.ts'
import { type PressJob, savedVersion } from './use-press-job.ts'

const STYLES = {
  whole: 'All styles: rows stand there as they do here',
  plain: 'Simple styles only, without those that reckon with the width of the window',
  none: 'No styles',
} as const

/** The post on another blog: what that blog lets through and what is lost there, and the sending, changing and taking back. */
export function OtherBlogPanel({ name, draft, press }: { name: string; draft: PostDraft; press: PressJob }) {
  const client = useQueryClient()
  const { refuse } = useNotices()
  const [trying, setTrying] = useState(false)
  const { busy, done, job } = press
  const plans = useFreshPlan(draft, ['elsewhere'], api.elsewhere.plans)
  const plan = plans.data?.find(({ blog }) => blog.name === name)
  const again = () => client.invalidateQueries({ queryKey: ['elsewhere'] })

  async function tryOut() {
    setTrying(true)
    try {
      await api.elsewhere.tryOut(name)
    } catch (error) {
      refuse(error)
    } finally {
      await again()
      setTrying(false)
    }
  }
  if (plans.error) return <p className="text-ruby">{plans.error.message}</p>
  if (!plan) return <p role="status">Asking {name} how the post stands there…</p>
  const { lets } = plan.blog
  const free = busy === null && !trying && plan.state !== 'unsure'
  return (
    <div className="flex flex-col gap-4">
      <Standing plan={plan} />
      {plan.state === 'unsure' && <Unsure plan={plan} draft={draft} onTold={again} />}
      {trying && (
        <p role="status" className="border-l-4 border-blueink bg-card px-3 py-2">
          A trial post is sent, its page is read, and it is taken back…
        </p>
      )}
      {busy && <Stages kind={busy} job={job} onStop={press.stop} />}
      {done && (
        <p role="status" className="border-l-4 border-ink bg-card px-3 py-2">
          {done}{' '}
          {plan.url && plan.state === 'live' && (
            <a className="underline underline-offset-4" href={plan.url} target="_blank" rel="noopener">
              Read it there
            </a>
          )}
        </p>
      )}
      <div className="flex flex-wrap gap-2 border-t border-hairline pt-4">
        {lets && (
          <Button
            look="ink"
            disabled={!free}
            onClick={() =>
              void press.act(
                'publish',
                async () => api.elsewhere.publish(draft.id, name, await savedVersion(draft)),
                `The post is on ${name}.`,
              )
            }
          >
            {plan.state === 'live' && plan.there !== 'gone'
              ? `Update it on ${name}`
              : plan.state === 'withdrawn'
                ? `Bring it back on ${name}`
                : `Publish on ${name}`}
          </Button>
        )}
        <Button look={lets ? 'paper' : 'ink'} disabled={!free} onClick={() => void tryOut()}>
          {lets ? 'Try it out again' : 'Find out what it lets through'}
        </Button>
        {plan.state === 'live' && plan.there !== 'gone' && (
          <Button
            disabled={!free}
            onClick={() =>
              void press.act(
                'withdraw',
                () => api.elsewhere.withdraw(draft.id, name),
                `The post is withdrawn from ${name}. It can be brought back.`,
              )
            }
          >
            Withdraw
          </Button>
        )}
      </div>
    </div>
  )
}

function Standing({ plan }: { plan: ElsewherePlan }) {
  const { blog, state, at, url, there, changed, lost, filesToSend, problem } = plan
  const { lets, leftBehind } = blog
  return (
    <dl className="grid grid-cols-[96px_1fr] items-baseline gap-x-3 gap-y-2">
      <dt className="text-soft">Now</dt>
      <dd>
        {state === 'none' && 'Not there yet'}
        {state === 'live' && `There, sent on ${fullTime(at!)}`}
        {state === 'withdrawn' && `Withdrawn on ${fullTime(at!)}`}
        {state === 'unsure' && <span className="text-ruby">It was sent, and no answer came: it may be there.</span>}
        {there === 'changed' && (
          <p className="text-ruby">It was changed there since: an update puts this text in its place.</p>
        )}
        {there === 'gone' && <p className="text-ruby">It is gone from there: publishing sends it anew.</p>}
        {state === 'live' && there === 'as sent' && <p>{changed ? 'Changed here since' : 'Nothing changed since'}</p>}
      </dd>
      {url && (
        <>
          <dt className="text-soft">Address</dt>
          <dd className="font-mono text-[0.9em] break-all">{url}</dd>
        </>
      )}
      <dt className="text-soft">Lets through</dt>
      <dd>
        {lets
          ? `${STYLES[lets.styles]}; found out on ${fullTime(blog.triedAt!)}`
          : 'Not known yet. A short trial post finds it out: its page is read, and it is taken back at once.'}
        {leftBehind && (
          <p className="text-ruby">
            A trial post could not be taken back: it stands at {leftBehind}, and is tried again with the next sending.
          </p>
        )}
      </dd>
      {lets && (
        <>
          <dt className="text-soft">Sent as</dt>
          <dd>
            <b>{NEEDS[plan.form].name}</b>
          </dd>
          <dt className="text-soft">Not as here</dt>
          <dd>
            {lost.length === 0 ? (
              'Nothing is lost'
            ) : (
              <ul>
                {lost.map((one) => (
                  <li key={one}>{one}</li>
                ))}
              </ul>
            )}
          </dd>
          <dt className="text-soft">Files</dt>
          <dd>{filesToSend === 0 ? 'All are there already' : `${filesToSend} to send`}</dd>
        </>
      )}
      {problem && (
        <>
          <dt className="text-ruby">Can’t be sent</dt>
          <dd className="text-ruby">
            {problem.message} {problem.next}
          </dd>
        </>
      )}
    </dl>
  )
}

/** Asks the one who can look: where the post is, or that it is not there. */
function Unsure({ plan, draft, onTold }: { plan: ElsewherePlan; draft: PostDraft; onTold: () => Promise<void> }) {
  const { refuse } = useNotices()
  const [address, setAddress] = useState('')
  const { name, url } = plan.blog
  const tell = (found: string | null) => api.elsewhere.found(draft.id, name, found).then(onTold, refuse)
  return (
    <div className="flex flex-col gap-2 border-l-4 border-ruby bg-card px-3 py-2">
      <p>
        Look on{' '}
        <a className="underline underline-offset-4" href={url} target="_blank" rel="noopener">
          {name}
        </a>
        , then say how it is: so that it does not stand there twice.
      </p>
      <TextInput
        label="The post’s address there"
        type="url"
        value={address}
        onChange={({ target }) => setAddress(target.value)}
      />
      <div className="flex gap-2">
        <Button disabled={!URL.canParse(address)} onClick={() => void tell(address)}>
          It is there
        </Button>
        <Button onClick={() => void tell(null)}>It is not there</Button>
      </div>
    </div>
  )
}
