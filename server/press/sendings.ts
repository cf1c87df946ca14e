import { rowsOf } from '../../core/post/body.ts'
import type { PostContent } from '../../core/post/post.ts'
import { excerptOf } from '../../core/post/post.ts'
import type { Listed, PublicationsTable, Sending } from '../database/publications-table.ts'
import { asRefusal } from '../errors.ts'
import { firstShown } from './plan.ts'
import type { Destination } from './destination.ts'

interface SendingsDeps {
  readonly publications: PublicationsTable
  readonly destination: Destination
}

/**
 * What is about to be sent is noted before it is sent, and the note goes when it is known how that ended: by the host's
 * answer, or, where none came or this program was stopped in between, by asking the host how the post stands.
 */
export function createSendings({ publications, destination }: SendingsDeps) {
  function known({ postId, version, as, address, pagesHash, listed, at, from, until }: Sending, url: string): void {
    const before = publications.of(postId).firstLiveAt
    const firstLiveAt = as === 'live' ? firstShown(before, { from, until }, new Date(at)) : before
    publications.put(postId, { state: as, version, at, firstLiveAt, url, address, from, until }, pagesHash, listed)
  }

  return {
    /** Sends, between the note and what is known then. A host that says no has not taken it; one that is silent may have. */
    async send(sending: Sending, put: () => Promise<string>): Promise<void> {
      publications.noteSending(sending)
      try {
        known(sending, await put())
      } catch (error) {
        if (asRefusal(error).code.startsWith('host-') && asRefusal(error).code !== 'host-away')
          publications.forgetSending(sending.postId)
        throw error
      }
    },
    /** Asks how each ended that is not known. True where one was found to stand there. Throws where the host is away. */
    async settle(): Promise<boolean> {
      let stands = false
      for (const sending of publications.sendings()) {
        const found = await destination.postStands(sending.postId)
        if (found?.revision === sending.revision && found.state === sending.as) {
          known(sending, found.url)
          stands = true
        } else publications.forgetSending(sending.postId)
      }
      return stands
    },
    open: (): boolean => publications.sendings().length > 0,
  }
}

/** What the list of the blog tells of this content. */
export const listedOf = (content: PostContent): Listed => ({
  title: content.title,
  excerpt: excerptOf(content),
  topics: content.topics,
  featured: content.featured,
  byline: content.byline ?? '',
  ...(content.dated ? { dated: content.dated } : {}),
  pictures: rowsOf(content.body).reduce((sum, { pictures }) => sum + pictures.length, 0),
})
