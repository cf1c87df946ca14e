import { textsInRow } from '../post/texts.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { blogPageHtml } from './blog-page.ts'
import { attributes, escape, figure } from './html.ts'
import { longDate } from '../readers/languages.ts'
import { say } from '../readers/words.ts'
import { creditHtml } from './picture-html.ts'
import { type FileAddress, jpegFile, srcset, webpFiles, withMoving } from './placed-files.ts'
import { type Placement, pageOfPicture, placeId } from './placements.ts'
import { pointersHtml } from './pointers-html.ts'
import { videoHtml } from './video-html.ts'
import type { PageBelow } from './pages-below.ts'
import type { HouseFiles } from './site-icon.ts'

/** What the pages that go with a post have in common; addresses are from a page two folders below the post. */
export interface BelowPost {
  readonly house: HouseStyle
  readonly postTitle: string
  readonly draft: boolean
  readonly houseFiles: HouseFiles
  readonly address: FileAddress
  readonly home: string
  /** the full web address of one that is relative to these pages */
  readonly full: (relative: string) => string
}

/** The picture may take this share of the window's height. */
const MOST_OF_HEIGHT = 0.72
const POST = '../../'

/** Where a picture's page stands among the others. */
export interface PlaceInOrder {
  readonly number: number
  readonly of: number
  readonly before: Placement | undefined
  readonly after: Placement | undefined
}

/** The page of one picture of a post: larger, with its texts, its neighbours and the way back to its very place. */
export function picturePage(
  own: Placement,
  place: PlaceInOrder,
  { house, postTitle, draft, houseFiles, address, home, full }: BelowPost,
): PageBelow {
  const { before, after } = place
  const { placed, picture } = own.laid
  const texts = textsInRow(placed, picture)
  const files = webpFiles(picture)
  const largest = files.at(-1)
  const plain = files.find((file) => file.width >= 1440) ?? largest
  const title = texts.title || say(house, 'pictureOfPost', { n: place.number, post: postTitle })
  const aspect = picture.width / picture.height
  // As wide as the window lets it, and no wider than fits its height.
  const sizes = `min(100vw - ${2 * house.margin}px, ${figure(100 * MOST_OF_HEIGHT * aspect)}vh, ${largest?.width ?? picture.width}px)`
  const image = `<img${attributes({
    src: plain ? address(plain.file) : '',
    srcset: files.length > 1 ? srcset(files, address) : undefined,
    sizes: files.length > 1 ? sizes : undefined,
    width: picture.width,
    height: picture.height,
    alt: texts.alt || texts.title,
    style: `aspect-ratio:${picture.width}/${picture.height};width:${sizes};background:${picture.colour}`,
  })}>`
  const shown = withMoving(image, picture, sizes, address)
  const large = placed.pointers ? `<div class="shown">${shown}${pointersHtml(placed.pointers, picture)}</div>` : shown
  const back = `<a${attributes({ href: `${POST}#${placeId(own.name)}` })}>${escape(say(house, 'backToPlace', { post: postTitle }))}</a>`
  const facts = [
    texts.credit ? creditHtml([texts.credit], house) : '',
    house.pages.date && picture.takenAt
      ? escape(say(house, 'taken', { date: longDate(picture.takenAt, house.language) }))
      : '',
    house.pages.file && largest
      ? `<a${attributes({ href: address(largest.file) })}>${escape(say(house, 'largestFile', { width: largest.width, height: largest.height }))}</a>`
      : '',
  ].filter(Boolean)
  const turn = (to: Placement | undefined, rel: 'prev' | 'next', words: string) =>
    to ? `<a${attributes({ href: `${POST}${pageOfPicture(to.name)}`, rel })}>${escape(words)}</a>` : `<span></span>`
  const main = `<article class="picture-page">
<div class="column"><p class="post-facts">${back} <span class="place">· ${escape(say(house, 'place', { n: place.number, of: place.of }))}</span></p>
<h1>${escape(title)}</h1></div>
<figure class="large">${picture.video ? videoHtml(image, picture.video, { title, house, address, enlarge: {}, board: false }) : large}</figure>
<div class="column">
${[texts.caption ? `<p>${escape(texts.caption)}</p>` : '', texts.alt && texts.alt !== texts.caption ? `<p class="shows">${escape(texts.alt)}</p>` : '', facts.length ? `<p class="post-facts">${facts.join(' · ')}</p>` : ''].filter(Boolean).join('\n')}
<nav class="turn" aria-label="${escape(say(house, 'picturesOfPost'))}">${turn(before, 'prev', say(house, 'before'))}${turn(after, 'next', say(house, 'next'))}</nav>
</div>
</article>`
  const card = jpegFile(picture)
  return {
    path: pageOfPicture(own.name),
    html: blogPageHtml(
      {
        title: `${title} · ${postTitle}`,
        description: texts.caption || texts.alt,
        main,
        icon: houseFiles.icon,
        styleSheets: [houseFiles.sheet],
        home,
        ...(card
          ? {
              shareImage: { address: full(address(card.file)), width: card.width, height: card.height, alt: texts.alt },
            }
          : {}),
        ...(draft ? { robots: 'noindex' as const } : {}),
      },
      house,
      address,
    ),
  }
}
