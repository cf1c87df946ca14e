import { z } from 'zod'
import { Picture } from './picture.ts'

/** Which addresses are videos: what a window needs to know one when it is pasted. */
export const VideoProviders = z.object({
  providers: z.array(z.object({ name: z.string(), addresses: z.array(z.string()) })),
})
export type VideoProviders = z.infer<typeof VideoProviders>

export const VideoRequest = z.object({ address: z.string().min(1).max(2000), post: z.string().max(64).optional() })

/** A file of one's own, its bytes the body: what the browser has found out of it. */
export const VideoFileQuery = z.object({
  name: z.string().default(''),
  seconds: z.coerce.number().min(0).max(1_000_000).optional(),
  width: z.coerce.number().int().min(1).max(20_000),
  height: z.coerce.number().int().min(1).max(20_000),
})
export const VideoFile = z.object({ file: z.string(), bytes: z.number().int() })
export type VideoFile = z.infer<typeof VideoFile>

export const VideoAnswer = z.object({ picture: Picture, already: z.boolean() })
export type VideoAnswer = z.infer<typeof VideoAnswer>
