import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import type { Job } from '../../../core/wire/job.ts'
import { api } from '../../api/client.ts'
import { followJob, isStopped } from '../../api/follow-job.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'

/** Sends posts to the blog one after another; `done` says how many are sent while that goes on. */
export function useSendAll(): {
  readonly done: number | null
  /** those that are not sent yet are not sent */
  readonly stop: () => void
  readonly sendAll: (sendings: readonly (() => Promise<Job>)[]) => Promise<void>
} {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [done, setDone] = useState<number | null>(null)
  const halt = useRef<{ stopped: boolean; job?: string }>({ stopped: false })
  return {
    done,
    stop() {
      halt.current.stopped = true
      if (halt.current.job) void api.jobs.stop(halt.current.job).catch(refuse)
    },
    async sendAll(sendings) {
      setDone(0)
      let sent = 0
      let refused: unknown
      const here = (halt.current = { stopped: false })
      for (const send of sendings) {
        if (here.stopped) break
        try {
          await followJob(await send(), ({ id }) => void (halt.current.job = id))
          setDone(++sent)
        } catch (error) {
          // One that can't be sent keeps no other from it.
          if (!isStopped(error)) refused = error
        }
      }
      if (refused) refuse(refused)
      if (sent > 0 || here.stopped) say(`${here.stopped ? 'Stopped: ' : ''}${count(sent, 'post')} published again.`)
      setDone(null)
      await client.invalidateQueries({ queryKey: ['sets'] })
      await client.invalidateQueries({ queryKey: ['posts'] })
    },
  }
}
