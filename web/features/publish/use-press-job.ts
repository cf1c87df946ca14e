import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { Job } from '../../../core/wire/job.ts'
import { api } from '../../api/client.ts'
import { followJob, isStopped } from '../../api/follow-job.ts'
import { useNotices } from '../../ui/notices.tsx'
import type { PostDraft } from '../board/draft-sides.ts'

/** A job of the press as the publish sheet follows it; it goes on where the sheet is closed meanwhile. */
export interface PressJob {
  readonly job: Job | null
  readonly busy: Job['kind'] | null
  /** what is said of the last one that ended well */
  readonly done: string | null
  readonly clear: () => void
  /** where it is not too late for that */
  readonly stop: () => void
  readonly act: (kind: Job['kind'], start: () => Promise<Job>, done: string) => Promise<void>
}

export function usePressJob(draft: PostDraft): PressJob {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [job, setJob] = useState<Job | null>(null)
  const [busy, setBusy] = useState<Job['kind'] | null>(null)
  const [done, setDone] = useState<string | null>(null)
  return {
    job,
    busy,
    done,
    clear: () => setDone(null),
    stop: () => void (job && api.jobs.stop(job.id).catch(refuse)),
    async act(kind, start, said) {
      setBusy(kind)
      setDone(null)
      try {
        await followJob(await start(), (now) => {
          setJob(now)
          draft.setPublication(now.publication)
        })
        setDone(said)
      } catch (error) {
        if (isStopped(error)) say(error.message)
        else refuse(error)
      } finally {
        for (const key of ['posts', 'plan', 'elsewhere']) void client.invalidateQueries({ queryKey: [key] })
        setBusy(null)
        setJob(null)
      }
    },
  }
}

/** The version that is sent: the newest text, once it is saved. */
export async function savedVersion(draft: PostDraft): Promise<number> {
  const version = await draft.flush()
  if (version === null)
    throw new Error('The newest text is not saved yet, so nothing was sent. Wait until it is, then try again.')
  return version
}
