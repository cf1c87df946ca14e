import type { HouseStyle } from '../house/house-style.ts'
import type { PostContent } from '../post/post.ts'
import { longDate } from '../readers/languages.ts'
import { say } from '../readers/words.ts'
import { attributes, escape } from './html.ts'

/** Under the title: date, byline and topics. `date` is the day of publication, ISO; null while it was never live. */
export const factsOf = (content: PostContent, date: string | null, house: HouseStyle): string =>
  [...factsBefore(content, date, house), ...content.topics].join(' · ')

/** The same as markup, with links to the topics' own pages. */
export const factsHtml = (content: PostContent, date: string | null, house: HouseStyle, topic: TopicAddress): string =>
  [...factsBefore(content, date, house).map(escape), ...content.topics.map((name) => topicHtml(name, topic))].join(
    ' · ',
  )

const factsBefore = ({ byline }: PostContent, date: string | null, house: HouseStyle): string[] => [
  date ? longDate(date, house.language, house.timeZone) : say(house, 'draft'),
  ...(byline ? [byline] : []),
]

/** Where a topic's own page lies from here; undefined where it has none. */
export type TopicAddress = (topic: string) => string | undefined

/** A topic as a link to its page, where it has one. */
export function topicHtml(name: string, topic: TopicAddress | undefined): string {
  const href = topic?.(name)
  return href === undefined ? escape(name) : `<a${attributes({ href })}>${escape(name)}</a>`
}
