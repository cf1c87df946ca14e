import { accessSync, constants, existsSync, mkdirSync } from 'node:fs'
import path from 'node:path'
import { z } from 'zod'
import { CannotStart } from './cannot-start.ts'

/** What the environment decides. Names and defaults are listed in the README. */
export interface Settings {
  readonly dataFolder: string
  readonly bind: string
  readonly port: number
  readonly blogUrl: string
  readonly blogKey: string
  /** Largest file taken in, bytes. */
  readonly largestFile: number
  /** Largest archive of pictures taken in, bytes. */
  readonly largestArchive: number
  /** where the picture bank is; '' where there is none */
  readonly bankUrl: string
  /** who is asked for videos by their addresses */
  readonly videoProviders: readonly VideoProviderSetting[]
  /** other blogs that posts can be sent to by Micropub */
  readonly otherBlogs: readonly OtherBlogSetting[]
  /** Largest video of one's own taken in, bytes. */
  readonly largestVideo: number
  /** Largest picture taken in, pixels. */
  readonly largestPicture: number
  /** What background work leaves free on the disk for saving words, bytes. */
  readonly reserve: number
  /** Who gives this may use the application; '' lets in whoever reaches the port. */
  readonly accessKey: string
}

const Port = z.coerce.number().int().min(0).max(65535)
/** A plain figure: "60", "0.5". What JavaScript would make a number of besides is a slip of the hand. */
const Figure = z
  .string()
  .regex(/^\d+(\.\d+)?$/)
  .transform(Number)
const LOOPBACK = /^(127\.\d+\.\d+\.\d+|::1|localhost)$/

const SHORTEST_KEY = 12
const MOST_MILLIONS = 1_000_000

/** The setting, given in millions. */
function millions(text: string | undefined, name: string, unit: string, usual: number): number {
  const parsed = Figure.safeParse(text ?? String(usual))
  if (!parsed.success || parsed.data === 0 || parsed.data > MOST_MILLIONS)
    throw new CannotStart(`${name}: expected how many ${unit}, such as ${usual}, got "${text}".`)
  return parsed.data * 1_000_000
}

const HttpUrl = z.string().refine((text) => isHttpUrl(text), 'expected an http or https address')
/** A provider of videos that speaks oEmbed: which addresses are its videos, and where it is asked about them. */
const VideoProviderSetting = z.object({
  name: z.string().min(1).max(120),
  addresses: z.array(z.string().regex(/^https?:\/\/[^/]+\//, 'expected the pattern of an address')).min(1),
  endpoint: HttpUrl,
})
export type VideoProviderSetting = z.infer<typeof VideoProviderSetting>

function videoProviders(text: string | undefined): VideoProviderSetting[] {
  if (!text) return []
  try {
    return z.array(VideoProviderSetting).max(200).parse(JSON.parse(text))
  } catch {
    throw new CannotStart(
      'SETROW_VIDEO_PROVIDERS: expected a list such as [{"name":"Reels","addresses":["https://reels.example/watch/*"],"endpoint":"https://reels.example/oembed"}].',
    )
  }
}

/** Another blog that speaks Micropub: what it is called here, its address, and the token that it gave out. */
const OtherBlogSetting = z.object({
  name: z.string().min(1).max(80),
  url: HttpUrl,
  token: z
    .string()
    .min(1)
    .max(4000)
    .regex(/^[\x21-\x7e]+$/, 'expected a token of plain letters'),
})
export type OtherBlogSetting = z.infer<typeof OtherBlogSetting>

/** What is wrong is said without what was given: a token stands in it. */
function otherBlogs(text: string | undefined): OtherBlogSetting[] {
  if (!text) return []
  try {
    const blogs = z.array(OtherBlogSetting).max(50).parse(JSON.parse(text))
    if (new Set(blogs.map(({ name }) => name)).size === blogs.length) return blogs
  } catch {
    // Told below.
  }
  throw new CannotStart(
    'SETROW_OTHER_BLOGS: expected a list such as [{"name":"Tide Log","url":"https://blog.example/","token":"…"}], each name once.',
  )
}

const isHttpUrl = (text: string) => URL.canParse(text) && /^https?:$/.test(new URL(text).protocol)

/** One folder after another: Node's recursive mkdir never returns where a file system refuses new names, as /proc does. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return
  makeFolder(path.dirname(folder))
  mkdirSync(folder)
}

export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const dataFolder = path.resolve(env.SETROW_DATA ?? 'data')
  const bind = env.SETROW_BIND ?? '127.0.0.1'
  const port = Port.safeParse(env.SETROW_PORT ?? 4310)
  const blogUrl = env.SETROW_BLOG_URL ?? 'http://127.0.0.1:4311'
  if (!port.success) throw new CannotStart(`SETROW_PORT: expected a port from 0 to 65535, got "${env.SETROW_PORT}".`)
  if (!LOOPBACK.test(bind))
    throw new CannotStart(
      `SETROW_BIND: expected a loopback address such as 127.0.0.1, got "${bind}". Set Row serves this machine only.`,
    )
  if (!isHttpUrl(blogUrl))
    throw new CannotStart(`SETROW_BLOG_URL: expected an http or https address, got "${blogUrl}".`)
  try {
    makeFolder(dataFolder)
    accessSync(dataFolder, constants.W_OK)
  } catch (cause) {
    throw new CannotStart(
      `The data folder ${dataFolder} can't be written (${(cause as Error).message}). Choose another with SETROW_DATA.`,
    )
  }
  const bankUrl = env.SETROW_BANK_URL ?? ''
  if (bankUrl !== '' && !isHttpUrl(bankUrl))
    throw new CannotStart(`SETROW_BANK_URL: expected an http or https address, got "${bankUrl}".`)
  const accessKey = env.SETROW_KEY ?? ''
  if (accessKey !== '' && accessKey.length < SHORTEST_KEY)
    throw new CannotStart(`SETROW_KEY: expected at least ${SHORTEST_KEY} letters, got ${accessKey.length}.`)
  return {
    dataFolder,
    bind,
    port: port.data,
    blogUrl: blogUrl.replace(/\/$/, ''),
    blogKey: env.SETROW_BLOG_KEY ?? '',
    largestFile: millions(env.SETROW_MAX_MB, 'SETROW_MAX_MB', 'MB', 60),
    largestArchive: millions(env.SETROW_MAX_ARCHIVE_MB, 'SETROW_MAX_ARCHIVE_MB', 'MB', 8000),
    bankUrl: bankUrl.replace(/\/$/, ''),
    otherBlogs: otherBlogs(env.SETROW_OTHER_BLOGS),
    videoProviders: videoProviders(env.SETROW_VIDEO_PROVIDERS),
    largestVideo: millions(env.SETROW_MAX_VIDEO_MB, 'SETROW_MAX_VIDEO_MB', 'MB', 60),
    largestPicture: millions(env.SETROW_MAX_MEGAPIXELS, 'SETROW_MAX_MEGAPIXELS', 'megapixels', 100),
    reserve: millions(env.SETROW_RESERVE_MB, 'SETROW_RESERVE_MB', 'MB', 100),
    accessKey,
  }
}
