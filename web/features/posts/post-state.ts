import { longDate } from '../../../core/readers/languages.ts'
import type { PostSummary } from '../../../core/wire/post.ts'
import { timeIn } from '../../ui/words.ts'

/** How a post stands on the blog, in a word and with what there is to know of it. `zone`: that of the blog. */
export function stateOf({ publication, version }: PostSummary, zone: string): { word: string; about: string } {
  const ahead = publication.version !== null && version > publication.version
  switch (publication.state) {
    case 'none':
      return { word: 'Not published', about: '' }
    case 'draft':
      return { word: 'Draft on the blog', about: ahead ? 'changed since it was sent' : '' }
    case 'planned':
      return {
        word: 'Planned',
        about: `goes live ${timeIn(publication.from!, zone)}${ahead ? '; changed since it was sent' : ''}`,
      }
    case 'live':
      return {
        word: 'Live',
        about: ahead
          ? 'changed since; update to show it'
          : `since ${longDate(publication.firstLiveAt ?? publication.at!, 'en', zone)}${publication.until ? `; withdrawn ${timeIn(publication.until, zone)}` : ''}`,
      }
    case 'withdrawn':
      return { word: 'Withdrawn', about: '' }
  }
}
