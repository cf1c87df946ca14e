import type { Logger } from 'pino'
import { momentsAfter } from '../../core/times/held.ts'
import { asRefusal } from '../errors.ts'
import type { PressDeps } from './plan.ts'
import { type Sender, setTimes } from './sender.ts'

/** The front page apart from any post: sent when it was arranged otherwise, and when a set time has come, so that the host has those after it. */
export function createFrontPage({ front, publications, now, log }: PressDeps & { log: Logger }, send: Sender) {
  let tries = 0
  /** Whether a set time has come since the list was sent. */
  const hasPassed = (): boolean => {
    const sent = publications.listSentAt()
    if (sent === null) return false
    const [next] = momentsAfter(new Date(sent), setTimes({ publications, front }, sent))
    return next !== undefined && next <= now()
  }
  const isWanted = () => front.sending().wanted || hasPassed()
  return {
    /** How often it was tried in vain to send what is still wanted; null where nothing is. */
    triedInVain: (): number | null => (isWanted() ? tries : null),
    /** The next set time, ms; null where there is none. */
    until: (): number | null =>
      momentsAfter(now(), setTimes({ publications, front }, now().toISOString()))[0]?.getTime() ?? null,
    /** True where it was sent. Where the host is away it stays wanted; what else went wrong is told. */
    async sendWanted(): Promise<boolean> {
      if (!isWanted()) return false
      try {
        await send.frontPages()
        tries = 0
        return true
      } catch (error) {
        const refusal = asRefusal(error)
        if (refusal.code === 'internal') log.error({ err: error }, 'the front page could not be sent')
        tries++
        if (refusal.code !== 'host-away') front.setFailed(refusal.problem)
        return false
      }
    },
  }
}
