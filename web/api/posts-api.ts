import { z } from 'zod'
import { PostContent } from '../../core/post/post.ts'
import type { Held } from '../../core/times/held.ts'
import { DeleteAnswer, Job } from '../../core/wire/job.ts'
import { PageWeight } from '../../core/wire/page-weight.ts'
import {
  Post,
  PostPage,
  PostsAhead,
  PostsBehind,
  PublishPlan,
  SaveAnswer,
  SavedState,
  TimesToCome,
} from '../../core/wire/post.ts'
import { act, ask, query } from './requests.ts'

/** Posts, and how they stand on the blog. */
export const postsApi = {
  list: async (after?: string) => PostPage.parse(await ask('GET', `posts${query({ after })}`)),
  get: async (id: string) => Post.parse(await ask('GET', `posts/${id}`)),
  create: async (content: PostContent) => Post.parse(await act('POST', 'posts', { content })),
  save: async (id: string, baseVersion: number, content: PostContent) =>
    SaveAnswer.parse(await ask('PUT', `posts/${id}`, { baseVersion, content })),
  /** into its tray, where they are not yet */
  gather: async (id: string, ids: readonly string[]) => void (await act('POST', `posts/${id}/arrivals`, { ids })),
  setAside: async (id: string, content: PostContent) => void (await ask('POST', `posts/${id}/states`, { content })),
  remove: async (id: string) => DeleteAnswer.parse(await act('DELETE', `posts/${id}`)),
  bringBack: async (id: string) => void (await act('POST', `posts/${id}/bring-back`)),
  states: async (id: string) => z.array(SavedState).parse(await ask('GET', `posts/${id}/states`)),
  state: async (id: string, key: number) => PostContent.parse(await act('GET', `posts/${id}/states/${key}`)),
  /** live posts of which readers see sets or pictures as they were before */
  behind: async () => PostsBehind.parse(await ask('GET', 'posts/behind')).posts,
  /** live posts in which more was written since they were published */
  ahead: async () => PostsAhead.parse(await ask('GET', 'posts/ahead')).posts,
  /** set times to come, soonest first */
  times: async () => TimesToCome.parse(await ask('GET', 'posts/times')).times,
  /** publishes again what is live of a post, with its sets and pictures as they are now */
  sendAgain: async (id: string) => Job.parse(await act('POST', `posts/${id}/again`)),
  weight: async (id: string) => PageWeight.parse(await ask('GET', `posts/${id}/weight`)),
  plan: async (id: string) => PublishPlan.parse(await ask('GET', `posts/${id}/publishing`)),
  /** `times` left out: those that it has stay */
  publish: async (id: string, as: 'draft' | 'live', version: number, times?: Held) =>
    Job.parse(await act('POST', `posts/${id}/publishing`, { as, version, ...(times ? { times } : {}) })),
  withdraw: async (id: string) => Job.parse(await act('DELETE', `posts/${id}/publishing`)),
}
