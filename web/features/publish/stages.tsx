import { type Job, mayStop, type Stage } from '../../../core/wire/job.ts'
import { Button } from '../../ui/button.tsx'

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

interface Props {
  readonly kind: Job['kind']
  readonly job: Job | null
  readonly onStop: () => void
}

/** How far the press has come, stage by stage; until the post itself is sent it can be stopped. */
export function Stages({ kind, job, onStop }: Props) {
  const all = Object.entries(STAGE_WORDS[kind]) as [Stage, string][]
  // Another blog makes its own pages and lists.
  const stages = job?.blog ? all.filter(([stage]) => stage !== 'pages' && stage !== 'list') : all
  const here = stages.findIndex(([stage]) => stage === job?.stage)
  return (
    <div role="status" className="border-l-4 border-blueink bg-card px-3 py-2">
      <div className="flex items-center justify-between gap-3">
        <p className="font-semibold">{kind === 'publish' ? 'Publishing…' : 'Withdrawing…'}</p>
        {job && mayStop(job) && (
          <Button small onClick={onStop}>
            Stop
          </Button>
        )}
      </div>
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
