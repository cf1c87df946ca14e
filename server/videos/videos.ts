import { Readable } from 'node:stream'
import { open, rm } from 'node:fs/promises'
import { fileTypeFromBuffer } from 'file-type'
import sharp from 'sharp'
import { isOf } from '../../core/video/address.ts'
import type { Video } from '../../core/video/video.ts'
import type { IntakeAnswer } from '../../core/wire/picture.ts'
import type { VideoFile } from '../../core/wire/video.ts'
import type { Disk } from '../disk.ts'
import { Refusal } from '../refusal.ts'
import type { GuardedFetch } from '../gather/guarded-fetch.ts'
import type { FoundFile } from '../gather/source.ts'
import { readBody } from '../gather/read-body.ts'
import type { Intake } from '../pictures/intake.ts'
import type { PictureFolder } from '../pictures/picture-folder.ts'
import { receive } from '../pictures/receive.ts'
import type { VideoProviderSetting } from '../settings.ts'
import { findVideo, type FoundVideo } from './oembed.ts'
import type { VideoFolder } from './video-folder.ts'

interface VideosDeps {
  readonly providers: readonly VideoProviderSetting[]
  readonly fetcher: GuardedFetch
  readonly intake: Intake
  readonly folder: PictureFolder
  readonly videos: VideoFolder
  readonly disk: Disk
  readonly largestVideo: number
}

const LARGEST_PICTURE_OF_VIDEO = 20_000_000
const PATIENCE_MS = 20_000
/** Shapes that differ by less are the same. */
const SAME_SHAPE = 0.02
const HEAD = 4100

export type Videos = ReturnType<typeof createVideos>

/** Videos: of a provider, by their addresses, and files of one's own. Each is a picture that stands for it. */
export function createVideos({ providers, fetcher, intake, folder, videos, disk, largestVideo }: VideosDeps) {
  /** The picture that the provider has of the video, in the video's own shape. Where there is none, a dark sheet. */
  async function pictureOf(found: FoundVideo): Promise<Buffer> {
    const shape = found.width / found.height
    const given = found.picture ? await fetched(found.picture) : undefined
    if (!given) return plainSheet(found)
    try {
      const { width = 0, height = 0 } = await sharp(given, { limitInputPixels: 100_000_000 }).metadata()
      const aspect = width / height
      if (Math.abs(Math.log(aspect / shape)) < SAME_SHAPE) return given
      // Bars above and below, or at the sides, are no part of the video.
      const [w, h] = aspect > shape ? [Math.round(height * shape), height] : [width, Math.round(width / shape)]
      return await sharp(given)
        .extract({ left: Math.floor((width - w) / 2), top: Math.floor((height - h) / 2), width: w, height: h })
        .jpeg({ quality: 92 })
        .toBuffer()
    } catch {
      return plainSheet(found)
    }
  }

  async function opened(address: string) {
    const found = await findVideo(fetcher, providers, address)
    const { page, frame, provider, seconds, width, height, title, by } = found
    return {
      body: Readable.from([await pictureOf(found)], { objectMode: false }),
      texts: { title, credit: by, source: page },
      video: { from: 'address' as const, page, frame, provider, seconds, width, height },
    }
  }

  async function fetched(address: string): Promise<Buffer | undefined> {
    try {
      const { status, body } = await fetcher.get(address, AbortSignal.timeout(PATIENCE_MS))
      const { bytes, whole } = await readBody(body, LARGEST_PICTURE_OF_VIDEO)
      return status === 200 && whole ? bytes : undefined
    } catch {
      return undefined
    }
  }

  return {
    providers: providers.map(({ name, addresses }) => ({ name, addresses })),
    isVideo: (address: string): boolean => providers.some((one) => isOf(one, address)),
    /** Brings a video in by its address: its picture, once, with title and maker. */
    async bring(address: string): Promise<IntakeAnswer> {
      const { body, texts, video } = await opened(address)
      return intake.take(body, { fileName: `${texts.title || 'Video'}.jpg`, texts, video })
    },
    /** The same as one of the files that a gathering finds. */
    file: (address: string): FoundFile => ({ name: address.slice(0, 200), bytes: null, open: () => opened(address) }),
    /** Takes a file in and keeps it under a name of its content. What it is, its own bytes say. */
    async take(body: Readable, announced: number | undefined): Promise<VideoFile> {
      await disk.need(announced ?? 0)
      const arrival = folder.newArrival()
      try {
        const { hash, bytes } = await receive(body, arrival, largestVideo, announced)
        const ending = await endingOf(arrival)
        if (!ending) throw new Refusal('not-a-video')
        const file = videos.nameOf(hash, ending)
        await videos.keep(arrival, file)
        return { file, bytes }
      } catch (error) {
        await rm(arrival, { force: true })
        throw error
      }
    },
    /** Whether the file is here that a picture is to stand for. */
    holds: (video: Video): boolean => video.from === 'address' || videos.list().includes(video.file),
  }
}

async function endingOf(file: string): Promise<'mp4' | 'webm' | undefined> {
  const handle = await open(file)
  try {
    const head = Buffer.alloc(HEAD)
    const { bytesRead } = await handle.read(head, 0, HEAD, 0)
    const known = await fileTypeFromBuffer(head.subarray(0, bytesRead))
    if (known?.mime === 'video/mp4') return 'mp4'
    return known?.mime === 'video/webm' ? 'webm' : undefined
  } finally {
    await handle.close()
  }
}

/** No two videos have the same sheet, for pictures are told apart by their bytes: its address goes into it. */
const plainSheet = ({ width, height, page }: FoundVideo): Promise<Buffer> => {
  const scale = Math.max(1, 1280 / width)
  const [w, h] = [Math.round(width * scale), Math.round(height * scale)]
  return sharp({ create: { width: w, height: h, channels: 3, background: '#2b2824' } })
    .withExif({ IFD0: { ImageDescription: page } })
    .jpeg()
    .toBuffer()
}
