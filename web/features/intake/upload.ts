import type { z } from 'zod'
import { BundleAnswer } from '../../../core/wire/incoming.ts'
import { Gathering } from '../../../core/wire/gathering.ts'
import { IntakeAnswer } from '../../../core/wire/picture.ts'
import type { Video } from '../../../core/video/video.ts'
import { VideoFile } from '../../../core/wire/video.ts'
import { Problem } from '../../../core/wire/problem.ts'

export interface Upload<T> {
  readonly answer: Promise<T>
  readonly cancel: () => void
}

/** Why a file was not taken: words for people. */
export class NotTaken extends Error {
  override name = 'NotTaken'
  constructor(
    message: string,
    readonly next?: string,
    /** trying again may help */
    readonly again = false,
  ) {
    super(message)
  }
}

interface Target {
  readonly post: string | undefined
  readonly number: number | undefined
  /** the folder that it lay in, where that becomes tags */
  readonly folder: string | undefined
  /** the video that the picture stands for */
  readonly video?: Video | undefined
}

/** Sends one picture. */
export const upload = (
  file: File,
  { post, number, folder, video }: Target,
  progress: (share: number) => void,
): Upload<IntakeAnswer> =>
  send(
    'pictures',
    { name: file.name, post, number: number?.toString(), folder, video: video && JSON.stringify(video) },
    file,
    IntakeAnswer,
    progress,
  )

/** Sends the file of a video; the picture that stands for it comes after. */
export const uploadVideo = (file: File, progress: (share: number) => void): Upload<VideoFile> =>
  send('videos/files', {}, file, VideoFile, progress)

/** Sends an archive; the server goes on with it by itself. */
export const uploadArchive = (
  file: File,
  { post, tags }: { readonly post: string | undefined; readonly tags: boolean },
  progress: (share: number) => void,
): Upload<Gathering> =>
  send('gatherings/archive', { name: file.name, post, folders: tags ? 'tags' : undefined }, file, Gathering, progress)

/** Sends a bundle; only these of its posts are made. */
export const uploadBundle = (
  file: File,
  posts: readonly string[],
  progress: (share: number) => void,
): Upload<BundleAnswer> => send('incoming/bundle', { posts: posts.join(',') }, file, BundleAnswer, progress)

/** XMLHttpRequest, because fetch tells nothing of how far a body has gone. */
// oxlint-disable-next-line eslint/max-params -- one request, named where it is called
function send<T>(
  place: string,
  told: Record<string, string | undefined>,
  file: File,
  schema: z.ZodType<T>,
  progress: (share: number) => void,
): Upload<T> {
  const request = new XMLHttpRequest()
  const answer = new Promise<T>((resolve, reject) => {
    request.upload.onprogress = (event) => event.lengthComputable && progress(event.loaded / event.total)
    request.onerror = () => reject(new NotTaken('The server did not answer.', 'Try again.', true))
    request.onabort = () => reject(new NotTaken('Stopped.', undefined, true))
    request.onload = () => {
      let json: unknown
      try {
        json = JSON.parse(request.responseText)
      } catch {
        json = undefined
      }
      if (request.status < 300) {
        const read = schema.safeParse(json)
        return read.success
          ? resolve(read.data)
          : reject(new NotTaken('The answer could not be read.', 'Try again.', true))
      }
      const problem = Problem.safeParse(json)
      reject(
        problem.success
          ? new NotTaken(problem.data.message, problem.data.next, request.status >= 500)
          : new NotTaken('The server could not be understood.', 'Try again.', true),
      )
    }
    const given = Object.entries(told).filter((entry): entry is [string, string] => entry[1] !== undefined)
    request.open('POST', `/api/${place}?${new URLSearchParams(given)}`)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.send(file)
  })
  return { answer, cancel: () => request.abort() }
}
