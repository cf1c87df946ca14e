import type { ListedPost } from '../front/listed-post.ts'
import { sizesOf } from '../files/sizes.ts'
import { cropWindow, objectPosition } from '../geometry/crop-window.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { say } from '../readers/words.ts'
import { slidePictureRanges } from '../shows/slide-sizes.ts'
import { type SaidLine, wordsOfSlide } from '../shows/slide-words.ts'
import type { PostShow } from '../shows/show.ts'
import { settingOf, type SlideSetting } from '../shows/slide-setting.ts'
import { attributes, escape, figure } from './html.ts'
import { type FileAddress, srcset, webpFiles } from './placed-files.ts'

interface ShowPlace {
  readonly house: HouseStyle
  readonly address: FileAddress
  /** its first picture is the first of the page */
  readonly first: boolean
}

/** The class by which the style sheet finds a slideshow of posts. */
export const showClass = ({ id }: PostShow): string => `of-${id}`

/** A slideshow of posts: a strip of slides that the reader script makes a slideshow of. Posts without a picture are none. */
export function postShowHtml(show: PostShow, posts: readonly ListedPost[], place: ShowPlace): string {
  const slides = posts.map((post, i) => slideHtml(show, post, i, place)).join('')
  const { house } = place
  return `<div class="seat seat-${show.sits}"><div${attributes({
    class: `show told-show ${showClass(show)}`,
    role: 'group',
    'aria-label': say(house, 'postsShown'),
    'data-move': show.across > 1 ? 'slide' : show.move,
    'data-seconds': show.seconds,
    'data-starts': show.starts || undefined,
    'data-arrows': show.arrows || undefined,
    'data-place': show.marks,
  })}><div class="show-bar"></div><div${attributes({ class: 'strip', tabindex: 0, role: 'group', 'aria-label': say(house, 'slides') })}><div class="slides">${slides}</div></div></div></div>`
}

function slideHtml(show: PostShow, post: ListedPost, i: number, { house, address, first }: ShowPlace): string {
  const change = show.changes[post.id] ?? {}
  const setting = settingOf(show, change)
  const said = wordsOfSlide(show, post, house, change)
  const classes = [
    'pic told',
    `at-${setting.place}`,
    setting.smaller ? `smaller-${setting.smaller}` : '',
    setting.stands === 'over' && setting.bandBelow ? `band-${setting.bandBelow}` : '',
    i <= show.across ? 'near' : '',
  ]
  const style = [
    `--i:${i}`,
    `--k:${figure(setting.width / 100)}`,
    setting.veil && setting.stands === 'over' ? `--v:${figure(setting.veil)}` : '',
  ]
  const image = imageHtml(show, post, {
    house,
    address,
    setting,
    eager: i < show.across,
    first: first && i === 0,
    named: said.length === 0,
  })
  const words = said.length ? `<div class="said">${linesHtml(show, post, said)}</div>` : ''
  const whole = said.length
    ? ''
    : `<a${attributes({ class: 'to all', href: post.href, 'aria-label': post.title })}></a>`
  return `<div${attributes({ class: classes.filter(Boolean).join(' '), style: style.filter(Boolean).join(';') })}><div class="face"><div class="seen">${image}</div>${words}${whole}</div></div>`
}

/** The link is on the line that leads, else on the first; over the whole slide where that is so. */
function linesHtml(show: PostShow, { href }: ListedPost, said: readonly SaidLine[]): string {
  const leading = show.leads === 'line' ? (said.find(({ line }) => line.leads) ?? said[0]) : said[0]
  return said
    .map((one, j) => {
      const text = escape(one.text)
      const link = `<a${attributes({ href, class: show.leads === 'slide' ? 'to' : 'here' })}>${text}</a>`
      const place = { class: `l${one.at}`, style: show.comes === 'still' ? undefined : `--j:${j}` }
      return `<p${attributes(place)}>${one === leading ? link : text}</p>`
    })
    .join('')
}

interface ImageRole extends Omit<ShowPlace, 'first'> {
  readonly setting: SlideSetting
  readonly eager: boolean
  readonly first: boolean
  /** no words say what the slide is about */
  readonly named: boolean
}

function imageHtml(
  show: PostShow,
  post: ListedPost,
  { house, address, setting, eager, first, named }: ImageRole,
): string {
  const { picture, focus } = post.featured!
  const aspect = picture.width / picture.height
  const position = (frame: number) => {
    const { x, y } = objectPosition(cropWindow(aspect, frame, focus))
    return `${figure(x)}% ${figure(y)}%`
  }
  // Beside words the frame is narrower.
  const beside = show.stands === 'beside' ? `;--beside:${position(show.frame * (1 - setting.width / 100))}` : ''
  const files = webpFiles(picture)
  return `<img${attributes({
    src: files[0] ? address(files[0].file) : '',
    srcset: srcset(files, address),
    sizes: sizesOf(slidePictureRanges(show, setting, aspect, house)),
    width: picture.width,
    height: picture.height,
    alt: named ? post.title : '',
    style: `object-position:${position(show.frame)};background:${picture.colour}${beside}`,
    loading: eager ? undefined : 'lazy',
    fetchpriority: first ? 'high' : undefined,
    decoding: first ? undefined : 'async',
  })}>`
}
