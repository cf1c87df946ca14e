import type { PostContent } from '../post/post.ts'
import { longDate } from './long-date.ts'

/** Under the title: date and topics. `date` is the day of publication, ISO; null while it was never live. */
export const factsOf = (content: PostContent, date: string | null): string =>
  [date ? longDate(date) : 'Draft', ...content.topics].join(' · ')
