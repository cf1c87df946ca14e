import { api } from '../../api/client.ts'

/** Where in a video its picture is taken, where nobody has chosen: not at once, for many begin in the dark. */
const SHARE = 0.1
const LATEST_S = 3
/** ms after which a file that says nothing is no video that this browser plays. */
const PATIENCE_MS = 20_000
const QUALITY = 0.92

/** What a browser finds out of a video file: its shape, its length, and a picture of one moment. */
export interface Poster {
  readonly picture: File
  readonly seconds: number | null
  readonly width: number
  readonly height: number
}

export const isVideoFile = ({ type, name }: Pick<File, 'type' | 'name'>): boolean =>
  /^video\/(mp4|webm|quicktime)$/.test(type) || /\.(mp4|m4v|webm|mov)$/i.test(name)

/** Opens a video without playing it; rejects where this browser can't play it. */
export function openVideo(address: string): Promise<HTMLVideoElement> {
  return new Promise((resolve, reject) => {
    const video = document.createElement('video')
    const refuse = () => reject(new Error('This browser can’t play it.'))
    const timer = setTimeout(refuse, PATIENCE_MS)
    video.muted = true
    video.preload = 'auto'
    video.onloadeddata = () => {
      clearTimeout(timer)
      if (video.videoWidth > 0) resolve(video)
      else refuse()
    }
    video.onerror = () => {
      clearTimeout(timer)
      refuse()
    }
    video.src = address
  })
}

/** The video stands at this moment, drawn. */
export function seek(video: HTMLVideoElement, seconds: number): Promise<void> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new Error('This moment can’t be shown.')), PATIENCE_MS)
    video.onseeked = () => {
      clearTimeout(timer)
      resolve()
    }
    video.currentTime = seconds
  })
}

/** What the video shows now, as a picture file. */
export async function frameOf(video: HTMLVideoElement, name: string): Promise<File> {
  const canvas = document.createElement('canvas')
  canvas.width = video.videoWidth
  canvas.height = video.videoHeight
  canvas.getContext('2d')!.drawImage(video, 0, 0)
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY))
  if (!blob) throw new Error('This moment can’t be drawn.')
  return new File([blob], `${name.replace(/\.\w+$/, '')}.jpg`, { type: 'image/jpeg' })
}

/** Reads a file of one's own and draws one of its moments. */
export async function posterOf(file: File): Promise<Poster> {
  const address = URL.createObjectURL(file)
  try {
    const video = await openVideo(address)
    const { duration, videoWidth: width, videoHeight: height } = video
    const known = Number.isFinite(duration) && duration > 0
    if (known) await seek(video, Math.min(LATEST_S, duration * SHARE))
    return { picture: await frameOf(video, file.name), seconds: known ? duration : null, width, height }
  } finally {
    URL.revokeObjectURL(address)
  }
}

/** Another moment of a video of one's own stands for it everywhere: its picture gets another file. */
export async function replaceByMoment(moment: File, pictureId: string): Promise<void> {
  const { id } = await api.pictures.take(moment)
  if (id !== pictureId) await api.pictures.replace(pictureId, id)
}
