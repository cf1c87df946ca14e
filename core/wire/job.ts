import { z } from 'zod'
import { Publication } from './post.ts'
import { Problem } from './problem.ts'

/** What is done for a job, in this order: the rest of the picture files made, the pages, their files, the post, the list. */
export const STAGES = ['pictures', 'pages', 'files', 'post', 'list'] as const
export type Stage = (typeof STAGES)[number]

/** Something that is sent to the blog or taken back from it, and how far it has come. */
export const Job = z.object({
  id: z.string(),
  post: z.string(),
  kind: z.enum(['publish', 'withdraw']),
  /** another blog that it is about; null for one's own */
  blog: z.string().nullable(),
  state: z.enum(['waiting', 'running', 'done', 'failed']),
  stage: z.enum(STAGES).nullable(),
  /** within the stage: files made or sent, of so many */
  done: z.number().int(),
  total: z.number().int(),
  /** why it failed */
  problem: Problem.nullable(),
  /** how the post stands on the blog now */
  publication: Publication,
})
export type Job = z.infer<typeof Job>

/** Whether it can be stopped: until the post itself is sent, readers see nothing of a publishing. */
export const mayStop = ({ kind, state, stage }: Pick<Job, 'kind' | 'state' | 'stage'>): boolean =>
  kind === 'publish' && (state === 'waiting' || state === 'running') && stage !== 'post' && stage !== 'list'

/** What became of a post that was deleted: whether it is, or will be, gone from the blog. */
export const DeleteAnswer = z.object({
  blog: z.enum(['was not there', 'withdrawn', 'withdrawn later']),
  /** other blogs on which it stands still */
  elsewhere: z.array(z.string()),
})
export type DeleteAnswer = z.infer<typeof DeleteAnswer>
