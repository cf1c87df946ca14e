import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { Job } from '../../../core/wire/job.ts'
import { followJob } from '../../api/follow-job.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'

/** Sends posts to the blog one after another; `done` says how many are sent while that goes on. */
export function useSendAll(): {
  readonly done: number | null
  readonly sendAll: (sendings: readonly (() => Promise<Job>)[]) => Promise<void>
} {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [done, setDone] = useState<number | null>(null)
  return {
    done,
    async sendAll(sendings) {
      setDone(0)
      let sent = 0
      let refused: unknown
      for (const send of sendings)
        try {
          await followJob(await send())
          setDone(++sent)
        } catch (error) {
          // One that can't be sent keeps no other from it.
          refused = error
        }
      if (refused) refuse(refused)
      if (sent > 0) say(`${count(sent, 'post')} published again.`)
      setDone(null)
      await client.invalidateQueries({ queryKey: ['sets'] })
      await client.invalidateQueries({ queryKey: ['posts'] })
    },
  }
}
