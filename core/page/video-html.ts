import type { HouseStyle } from '../house/house-style.ts'
import { say } from '../readers/words.ts'
import { lengthOf, type Video } from '../video/video.ts'
import { attributes, escape } from './html.ts'
import type { FileAddress } from './placed-files.ts'

/** A video as it stands in a page, over the picture that stands for it. */
export interface VideoSetting {
  readonly title: string
  readonly house: HouseStyle
  readonly address: FileAddress
  /** what *Enlarge* needs to go through it with the others */
  readonly enlarge: Record<string, string | undefined>
  /** on the board it is only shown to be one */
  readonly board: boolean
}

/**
 * With a provider: a link to where it is watched, which the reader script turns into the provider's frame when it is
 * pressed; nothing of that host is loaded before. A file of one's own plays by itself, and is not loaded before it is asked for.
 */
export function videoHtml(
  image: string,
  video: Video,
  { title, house, address, enlarge, board }: VideoSetting,
): string {
  const length = lengthOf(video)
  const mark = `<span class="play" aria-hidden="true">${escape(length)}</span>`
  if (board) return `<div class="video">${image}${mark}</div>`
  const label = [`${say(house, 'play')}: ${title}`, length].filter(Boolean).join(', ')
  if (video.from === 'address')
    return `<a${attributes({ class: 'video', href: video.page, 'data-frame': video.frame, 'aria-label': label, ...enlarge })}>${image}${mark}</a>`
  const player = `<video${attributes({ controls: true, preload: 'none', playsinline: true, src: address(video.file), 'aria-label': label })}></video>`
  return `<div${attributes({ class: 'video', ...enlarge })}>${image}${mark}${player}</div>`
}
