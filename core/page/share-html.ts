import type { RowPicture } from '../place/resolve.ts'
import { fillAddress, fillWords } from '../house/share-template.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { textsInRow } from '../post/texts.ts'
import { say } from '../readers/words.ts'
import { attributes, escape } from './html.ts'
import { webAddress } from '../post/web-address.ts'
import type { PostAround, RowSetting } from './picture-html.ts'
import { jpegFile, webpFiles } from './placed-files.ts'
import { placeId } from './placements.ts'

const wordOf = (house: HouseStyle): string => say(house, house.share.targets.length ? 'share' : 'download')

/** How the control looks where the row stands alone and there is nothing to share yet; '' where readers would find none. */
export const shareMark = (house: HouseStyle): string =>
  house.share.targets.length || house.share.download
    ? `<div class="share share-${house.share.corner}" aria-hidden="true"><span class="mark">${escape(wordOf(house))}</span></div>`
    : ''

/** Share and download on one picture: a list that opens without any script; '' where it would be empty. */
export function shareHtml(
  { placed, picture }: RowPicture,
  name: string,
  { house, address }: RowSetting,
  { pageOf, title, full }: PostAround,
): string {
  const { share } = house
  const texts = textsInRow(placed, picture)
  const largest = webpFiles(picture).at(-1)
  const plain = jpegFile(picture) ?? largest
  const words = fillWords(share.text, { title: texts.title, caption: texts.caption, post: title, blog: house.blogName })
  const shared = {
    address: full(pageOf(name) ?? `#${placeId(name)}`),
    picture: plain ? full(address(plain.file)) : '',
    text: words,
  }
  const links = share.targets.map(
    (target) =>
      `<li><a${attributes({ href: webAddress(fillAddress(target.address, shared)), rel: 'noopener', target: target.address.startsWith('mailto:') ? undefined : '_blank' })}>${escape(target.name)}</a></li>`,
  )
  if (share.download && largest)
    links.push(
      `<li><a${attributes({ href: address(largest.file), download: true })}>${escape(say(house, 'downloadFile', { width: largest.width, height: largest.height }))}</a></li>`,
    )
  if (links.length === 0) return ''
  const about = texts.title || texts.alt.slice(0, 80)
  // The words seen begin the name that is heard.
  const word = wordOf(house)
  return `<details class="share share-${share.corner}"><summary${attributes({ 'aria-label': `${word}${about ? `: ${about}` : ''}` })}>${escape(word)}</summary><ul>${links.join('')}</ul></details>`
}
