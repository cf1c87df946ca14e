import { z } from 'zod'

/** A picture can stand for a video: what is shown until a reader asks for it, and everywhere a picture is drawn. */

const px = z.number().int().min(1).max(20_000)
const seconds = z.number().min(0).max(1_000_000).nullable()
const Web = z
  .string()
  .max(2000)
  .regex(/^https?:\/\//, 'expected a web address')

export const Video = z.discriminatedUnion('from', [
  /** with a provider: found by its address */
  z.object({
    from: z.literal('address'),
    /** where it is watched at the provider's: what readers without scripts are led to */
    page: Web,
    /** what is put into the page when a reader asks for it */
    frame: Web,
    provider: z.string().max(120),
    seconds,
    width: px,
    height: px,
  }),
  /** a file of one's own */
  z.object({
    from: z.literal('file'),
    /** name of the file that readers get */
    file: z.string().regex(/^[0-9a-f]{20}\.(mp4|webm)$/, 'expected the name of a video file'),
    bytes: z.number().int().min(1),
    seconds,
    width: px,
    height: px,
  }),
])
export type Video = z.infer<typeof Video>

/** The host whose frame it is, which the policy of the page admits; undefined for a file of the blog itself. */
export const frameHost = (video: Video): string | undefined =>
  video.from === 'address' ? new URL(video.frame).origin : undefined

/** How long it is, as clocks say it: "2:31", "1:04:05"; '' where nobody knows. */
export function lengthOf({ seconds }: Pick<Video, 'seconds'>): string {
  if (seconds === null) return ''
  const whole = Math.max(1, Math.round(seconds))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  return h ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}
