import type { Logger } from 'pino'
import { firstNow } from '../../core/front/front.ts'
import { asRefusal } from '../errors.ts'
import type { PressDeps } from './plan.ts'
import type { Sender } from './sender.ts'

/** The front page apart from any post: sent when it was arranged otherwise, and when the time of what stands first is over. */
export function createFrontPage({ front, now, log }: PressDeps & { log: Logger }, send: Sender) {
  let tries = 0
  return {
    /** How often it was tried in vain to send what is still wanted; null where nothing is. */
    triedInVain: (): number | null => (front.sending().wanted ? tries : null),
    /** When the post that stands first for readers is to stand in its own place again, ms; null for never. */
    until(): number | null {
      const { first } = front.get().front
      const until = first?.until && front.firstSent() === first.post ? Date.parse(first.until) : 0
      return until > now().getTime() ? until : null
    },
    /** True where it was sent. Where the host is away it stays wanted; what else went wrong is told. */
    async sendWanted(): Promise<boolean> {
      if (front.firstSent() !== null && firstNow(front.get().front, now()) !== front.firstSent()) front.want()
      if (!front.sending().wanted) return false
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
