import { z } from 'zod'
import { ElsewherePlan, OtherBlog, OtherBlogs } from '../../core/wire/elsewhere.ts'
import { Job } from '../../core/wire/job.ts'
import { act, ask } from './requests.ts'

const placeOf = (id: string, blog: string) => `elsewhere/posts/${id}/${encodeURIComponent(blog)}`

/** Other blogs, and posts on them. */
export const elsewhereApi = {
  list: async () => OtherBlogs.parse(await ask('GET', 'elsewhere')).blogs,
  /** sends a trial post, reads its page and takes it back */
  tryOut: async (blog: string) => OtherBlog.parse(await act('POST', `elsewhere/${encodeURIComponent(blog)}/trial`)),
  plans: async (id: string) => z.array(ElsewherePlan).parse(await ask('GET', `elsewhere/posts/${id}`)),
  publish: async (id: string, blog: string, version: number) =>
    Job.parse(await act('POST', placeOf(id, blog), { version })),
  withdraw: async (id: string, blog: string) => Job.parse(await act('DELETE', placeOf(id, blog))),
  /** where a post of which no answer came was found; null: it is not there */
  found: async (id: string, blog: string, url: string | null) =>
    void (await act('PUT', `${placeOf(id, blog)}/found`, { url })),
}
