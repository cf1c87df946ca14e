import { lineFile, linePicturesFrom, withLinePictures } from '../blocks/line-picture.ts'
import { blockHtml } from '../blocks/table.ts'
import { READER_SCREENS, type ReaderScreen } from '../house/screens.ts'
import type { PlacedPost } from '../place/place-post.ts'
import { type Block, isRow } from '../post/body.ts'
import { linePicturesIn } from '../post/line-pictures.ts'
import { stretchesOf } from '../steps/steps.ts'
import { sharesOf } from '../post/effective.ts'
import { showsIn, type ShowInPost } from '../shows/shown-in-post.ts'
import type { PostShow } from '../shows/show.ts'
import { descriptionOf, titleOf } from '../post/post.ts'
import { frameHost } from '../video/video.ts'
import type { ReaderFiles } from '../wire/house.ts'
import type { ScreenWeight } from '../wire/page-weight.ts'
import type { Picture } from '../wire/picture.ts'
import { blogPageHtml } from './blog-page.ts'
import { factsHtml, type TopicAddress } from './facts.ts'
import { FONT_FILES, fontsAtOnce } from './fonts-css.ts'
import { escape } from './html.ts'
import { needsItalics } from './italics.ts'
import { pageHeights } from './page-heights.ts'
import { picturesWeigh } from './page-weight.ts'
import { pagesBelow, type PageBelow, shownInPart } from './pages-below.ts'
import { type FileAddress, jpegFile, movingFiles, webpFiles } from './placed-files.ts'
import { type Places, placesOf } from './places.ts'
import { postShowCss } from './post-show-css.ts'
import { postShowHtml } from './post-show-html.ts'
import { readerScript } from './reader-parts.ts'
import { rowCss } from './row-css.ts'
import { topInRow } from './row-heights.ts'
import { rowHtml } from './row-html.ts'
import { stepsHtml } from './steps-html.ts'
import type { HouseFiles } from './site-icon.ts'

export interface PostPageInput {
  readonly post: PlacedPost
  /** day of publication, ISO; null while it was never live */
  readonly date: string | null
  readonly draft: boolean
  /** addresses of topics' pages, from the post's own; left out, they are none */
  readonly topic?: TopicAddress
  /** names of what every page of the blog has */
  readonly houseFiles: HouseFiles
  /** keeps the post's own style sheet and gives its name, which changes with its content */
  readonly keepSheet: (css: string) => string
  readonly address: FileAddress
  readonly home: string
  readonly reader: ReaderFiles
  /** the full web address of one that is relative to the post */
  readonly full: (relative: string) => string
}

/** The files that pages name, by what they are. Names change with their content. */
export interface PageFiles {
  /** fonts that a page may fetch, and those that every one of these fetches at once */
  readonly fonts: readonly string[]
  readonly fontsAtOnce: readonly string[]
  readonly icon: string
  readonly styleSheets: readonly string[]
  readonly script: readonly string[]
  readonly pictures: readonly string[]
}

/** Every file, each once. */
export const allFiles = ({ fonts, icon, styleSheets, script, pictures }: PageFiles): string[] => [
  ...new Set([...fonts, icon, ...styleSheets, ...pictures, ...script]),
]

export interface PostPages {
  readonly html: string
  readonly below: readonly PageBelow[]
  readonly files: PageFiles
  /** hosts of videos, which the policy of the pages admits */
  readonly frames: readonly string[]
  /** markup of its slideshows of posts, by which it is known whether they are as they would be now; null where it has none */
  readonly shown: string | null
  /** what the pictures weigh on each screen */
  readonly weights: readonly ScreenWeight[]
}

/** A screen, and how far down each block of the post begins on it. */
interface Planned {
  readonly screen: ReaderScreen
  readonly tops: readonly number[]
}

/** What has been worked out of the post when its page is written. */
interface PageParts {
  readonly places: Places
  readonly planned: readonly Planned[]
  readonly postSheet: string
  readonly script: string
  readonly italics: boolean
}

/** The published pages of a post in one pass: the post itself, its picture pages and gallery pages, what they name and weigh. */
export function postPages(input: PostPageInput): PostPages {
  const { post, date } = input
  const places = placesOf(post, input.full)
  const galleries = shownInPart(input, places)
  const css = [
    ...[...places.rows, ...galleries.map(({ whole }) => whole)].map((row) => rowCss(row, post.house)),
    ...showsOf(post).map((show) => postShowCss(show, post.house)),
  ]
  const postSheet = input.keepSheet(css.filter(Boolean).join('\n'))
  const planned = READER_SCREENS.map(
    (screen): Planned => ({ screen, tops: pageHeights(post, date, screen.width).tops }),
  )
  const script = readerScript(
    { rows: places.rows, shows: post.shown.size > 0 },
    post.house,
    input.reader,
    input.address,
  )
  const below = pagesBelow(input, postSheet, places, galleries)
  const italics = needsItalics(post)
  const frames = framesOf(places)
  const inLines = linePicturesFrom(post.library, input.address)
  return {
    frames,
    html: withLinePictures(postHtml(input, { places, planned, postSheet, script: script.html, italics }), inLines),
    below: below.pages.map((page) => ({ ...page, html: withLinePictures(page.html, inLines) })),
    shown: showsIn(post.content.body).length
      ? [...post.shown.values()].map((posts) => shownHtml(posts, input)).join('')
      : null,
    files: {
      fonts: FONT_FILES,
      fontsAtOnce: fontsAtOnce(italics),
      icon: input.houseFiles.icon,
      styleSheets: [input.houseFiles.sheet, postSheet],
      script: [...new Set([...script.files, ...below.script])],
      pictures: picturesOf(input, places),
    },
    weights: planned.map(({ screen, tops }) => picturesWeigh(post, tops, screen)),
  }
}

/** The picture that stands for the post elsewhere. */
const featuredOf = ({ post: { content, house, library } }: PostPageInput): Picture | undefined =>
  library.picture(content.featured?.picture ?? house.fallbackFeatured ?? '')

function postHtml(input: PostPageInput, page: PageParts): string {
  const { post, address, date } = input
  const { content, house, blocks, laid } = post
  const firstRow = blocks.findIndex(isRow)
  const blockAt = (block: Block, i: number): string => {
    const posts = post.shown.get(block)
    if (posts) return shownHtml(posts, input)
    if (!isRow(block)) return blockHtml(block)
    const row = laid.get(block)
    const isBelow = (index: number, { screen, tops }: (typeof page.planned)[number]) =>
      tops[i]! + topInRow(row!, index, house, screen.width) >= screen.height
    const narrowest = page.planned.reduce((a, b) => (b.screen.width < a.screen.width ? b : a))
    return row
      ? rowHtml(row, {
          house,
          address,
          post: page.places.around,
          lazy: (index) => page.planned.every((planned) => isBelow(index, planned)),
          // What only wide screens show at first would take the line of a phone from what it shows.
          early: (index) => (index === 0 && i === firstRow) || !isBelow(index, narrowest),
          first: i === firstRow,
        })
      : ''
  }
  const html = stretchesOf(blocks, house).map((stretch) =>
    stretch.type === 'block' ? blockAt(blocks[stretch.at]!, stretch.at) : stepsHtml(blocks, stretch.steps, blockAt),
  )
  const main = `<article>
<div class="column">
<h1>${escape(titleOf(content))}</h1>
<p class="post-facts">${factsHtml(content, date, house, input.topic ?? (() => undefined))}</p>
${html.filter(Boolean).join('\n')}
</div>
</article>`
  const featured = featuredOf(input)
  const card = featured && jpegFile(featured)
  return blogPageHtml(
    {
      title: titleOf(content),
      description: descriptionOf(content),
      main,
      icon: input.houseFiles.icon,
      styleSheets: [input.houseFiles.sheet, page.postSheet],
      italics: page.italics,
      shareImage: card && {
        address: input.full(address(card.file)),
        width: card.width,
        height: card.height,
        alt: featured.alt,
      },
      home: input.home,
      script: page.script,
      frames: framesOf(page.places),
      ...(input.draft ? { robots: 'noindex' as const } : {}),
    },
    house,
    address,
  )
}

/** The slideshows of posts that a post shows, each once. */
const showsOf = ({ shown }: PlacedPost): PostShow[] => [...new Set([...shown.values()].map(({ show }) => show))]

function shownHtml({ show, slides }: ShowInPost, { home, address, post: { house } }: PostPageInput): string {
  const linked = slides.map((slide) => ({ ...slide, href: home === '#' ? '#' : `${home}${slide.href}` }))
  return postShowHtml(show, linked, { house, address, first: false })
}

/** The hosts of the videos that the pages show, each once. */
const framesOf = ({ placements }: Places): string[] => [
  ...new Set(placements.flatMap(({ laid }) => (laid.picture.video && frameHost(laid.picture.video)) || [])),
]

/** The files of pictures that the pages name. Picture pages and share addresses name the plain files too. */
function picturesOf(input: PostPageInput, { rows, placements, paged }: Places): string[] {
  const featured = featuredOf(input)
  const plain = paged.length > 0 || rows.some(({ row }) => sharesOf(row, input.post.house))
  const shown = placements.map(({ laid }) => laid.picture)
  const jpegs = [...(plain ? shown : []), ...(featured ? [featured] : [])].flatMap(
    (picture) => jpegFile(picture)?.file ?? [],
  )
  const files = shown.flatMap((picture) => [...webpFiles(picture), ...movingFiles(picture)])
  const videos = shown.flatMap(({ video }) => (video?.from === 'file' ? [video.file] : []))
  const slides = [...input.post.shown.values()].flatMap(({ slides: all }) =>
    all.flatMap((slide) => (slide.featured ? webpFiles(slide.featured.picture) : [])),
  )
  const inLines = linePicturesIn(input.post.blocks).flatMap(({ id, wide }) => {
    const picture = input.post.library.picture(id)
    return (picture && lineFile(picture, wide)) ?? []
  })
  return [...[...files, ...slides].map(({ file }) => file), ...inLines, ...jpegs, ...videos]
}
