import { z } from 'zod'
import { PostContent } from '../post/post.ts'
import { Id } from '../post/id.ts'
import { eachOnce } from '../post/once.ts'
import { LONGEST } from '../post/limits.ts'
import { MOST_SHOWS, PostShow } from '../shows/show.ts'

/** Version of the stored shape. */
export const FRONT_VERSION = 1
export const MOST_TOPICS_ARRANGED = 200
export const LONGEST_TOPIC_LINE = 300

/** What readers find on a topic's own page, above its posts. */
export const TopicPage = z.object({
  name: z.string().min(1).max(LONGEST.topic),
  /** a line of introduction */
  line: z.string().max(LONGEST_TOPIC_LINE),
  picture: PostContent.shape.featured,
  /** a slideshow of posts above its list */
  show: Id.nullable(),
})
export type TopicPage = z.infer<typeof TopicPage>

/** What stands in front of a blog's posts: one for the blog, kept beside the house style. */
export const Front = z.object({
  version: z.literal(FRONT_VERSION),
  /** in the order of their links; topics that are not among them come after these, as the posts name them */
  topics: z
    .array(TopicPage)
    .max(MOST_TOPICS_ARRANGED)
    .refine(...eachOnce(({ name }: TopicPage) => name)),
  /** the post that stands before all others; `until`: no longer than to that moment */
  first: z.object({ post: Id, until: z.iso.datetime().nullable() }).nullable(),
  /** posts that the front page and its older pages leave out */
  leftOut: z.array(Id).max(2000),
  shows: z
    .array(PostShow)
    .max(MOST_SHOWS)
    .refine(...eachOnce(({ id }: PostShow) => id)),
  /** the slideshow of posts at the head of the front page */
  show: Id.nullable(),
})
export type Front = z.infer<typeof Front>

export const EMPTY_FRONT: Front = {
  version: FRONT_VERSION,
  topics: [],
  first: null,
  leftOut: [],
  shows: [],
  show: null,
}

/** A stored front in today's shape. Throws `ZodError`. */
export const parseFront = (stored: unknown): Front => Front.parse({ ...EMPTY_FRONT, ...(stored as Partial<Front>) })

/** What is arranged of a topic; undefined for one that is as the posts name it. */
export const topicPage = (front: Front, name: string): TopicPage | undefined =>
  front.topics.find((topic) => topic.name === name)

/** The topic's page with this change; one that was not arranged yet comes after those that are. */
export function changeTopic(front: Front, name: string, change: Partial<TopicPage>): Front {
  const own = topicPage(front, name)
  const next = { name, line: '', picture: null, show: null, ...own, ...change }
  return {
    ...front,
    topics: own ? front.topics.map((topic) => (topic === own ? next : topic)) : [...front.topics, next],
  }
}

/** The post that stands first at this moment. */
export const firstNow = ({ first }: Front, now: Date): string | null =>
  first && (first.until === null || Date.parse(first.until) > now.getTime()) ? first.post : null

/** Topics in the order of their links. O(topics). */
export function orderedTopics(front: Front, named: Iterable<string>): string[] {
  const left = new Set(named)
  const arranged = front.topics.flatMap(({ name }) => (left.delete(name) ? [name] : []))
  return [...arranged, ...left]
}
