import type { HouseStyle } from '../house/house-style.ts'
import { READER_SCREENS } from '../house/screens.ts'
import { type LaidRow, layRows } from '../layout/lay-row.ts'
import { type Block, isRow } from '../post/body.ts'
import { clickOf, sharesOf } from '../post/effective.ts'
import { excerptOf, type PostContent, titleOf } from '../post/post.ts'
import type { ReaderFiles } from '../wire/house.ts'
import type { ScreenWeight } from '../wire/page-weight.ts'
import type { Picture } from '../wire/picture.ts'
import { blogPageHtml } from './blog-page.ts'
import { FONT_FILES } from './fonts-css.ts'
import { galleryPage, wholeGallery } from './gallery-page.ts'
import { escape } from './html.ts'
import { longDate } from './long-date.ts'
import type { PostAround } from './picture-html.ts'
import { type BelowPost, picturePage } from './picture-page.ts'
import { pageHeights } from './page-heights.ts'
import { picturesWeigh } from './page-weight.ts'
import { topInRow } from './row-heights.ts'
import { pageOfPicture, type Placement, placementsOf } from './placements.ts'
import { type FileAddress, jpegFile, webpFiles } from './placed-files.ts'
import { readerScript } from './reader-parts.ts'
import { rowCss } from './row-css.ts'
import { rowHtml } from './row-html.ts'
import { textBlockHtml } from './text-html.ts'

export interface PostPageInput {
  readonly content: PostContent
  readonly house: HouseStyle
  readonly pictures: ReadonlyMap<string, Picture>
  /** day of publication, ISO; null while it was never live */
  readonly date: string | null
  readonly draft: boolean
  /** names of the house's and the post's style sheets */
  readonly houseSheet: string
  readonly postSheet: string
  readonly address: FileAddress
  readonly home: string
  readonly reader: ReaderFiles
  /** the full web address of one that is relative to the post */
  readonly full: (relative: string) => string
}

/** A page that goes with a post: of one picture, or of a gallery shown whole. */
export interface PageBelow {
  /** from the post's own address */
  readonly path: string
  readonly html: string
}

export interface PostPages {
  readonly html: string
  /** the post's own style sheet */
  readonly css: string
  readonly below: readonly PageBelow[]
  /** every file that any of the pages names */
  readonly files: readonly string[]
}

/** A post laid out, with what its pictures are called. */
interface LaidPost {
  readonly laid: ReadonlyMap<Block, LaidRow>
  readonly rows: readonly LaidRow[]
  readonly placements: readonly Placement[]
  /** the places that have a page of their own, in order */
  readonly paged: readonly Placement[]
  /** as its rows refer to it */
  readonly around: PostAround
}

/** The published pages of a post: the post itself, its picture pages and gallery pages. */
export function postPages(input: PostPageInput): PostPages {
  const post = layPost(input)
  const script = readerScript(post.rows, input.house, input.reader, input.address)
  const below = pagesBelow(input, post)
  const css = [...post.rows, ...below.wholes].map((row) => rowCss(row, input.house)).filter(Boolean)
  return {
    html: postHtml(input, post, script.html),
    css: css.join('\n'),
    below: below.pages,
    files: [...new Set([...filesOf(input, post), ...script.files, ...below.files])],
  }
}

/** What the pictures of the post weigh on each screen. */
export function postWeights(input: PostPageInput): ScreenWeight[] {
  const { content, house } = input
  const parts = {
    title: titleOf(content),
    facts: factsOf(content, input.date),
    blocks: content.body.content,
    laid: layPost(input).laid,
  }
  return READER_SCREENS.map((screen) => picturesWeigh(parts, house, screen))
}

function layPost({ content, house, pictures, full }: PostPageInput): LaidPost {
  const laid = layRows(content.body, pictures, house)
  const rows = [...laid.values()]
  const placements = placementsOf(rows)
  const paged = placements.filter(
    ({ row, laid: one }) => house.pages.made === 'all' || clickOf(row.row, one.placed, house).do === 'picture-page',
  )
  const names = new Map(placements.map(({ laid: one, name }) => [one, name]))
  const pagedNames = new Set(paged.map(({ name }) => name))
  const around: PostAround = {
    nameOf: (one) => names.get(one),
    pageOf: (name) => (pagedNames.has(name) ? pageOfPicture(name) : undefined),
    title: titleOf(content),
    full,
  }
  return { laid, rows, placements, paged, around }
}

/** Under the title: date and topics. */
export const factsOf = (content: PostContent, date: string | null): string =>
  [date ? longDate(date) : 'Draft', ...content.topics].join(' · ')

/** The picture that stands for the post elsewhere. */
const featuredOf = ({ content, house, pictures }: PostPageInput): Picture | undefined =>
  pictures.get(content.featured?.picture ?? house.fallbackFeatured ?? '')

function postHtml(input: PostPageInput, { laid, around }: LaidPost, script: string): string {
  const { content, house, address } = input
  const blocks = content.body.content
  const facts = factsOf(content, input.date)
  const screens = READER_SCREENS.map((screen) => ({
    ...screen,
    tops: pageHeights({ title: titleOf(content), facts, blocks, laid }, house, screen.width).tops,
  }))
  const html = blocks.map((block, i) => {
    if (!isRow(block)) return textBlockHtml(block)
    const row = laid.get(block)
    return row
      ? rowHtml(row, {
          house,
          address,
          post: around,
          lazy: (index) =>
            screens.every((screen) => screen.tops[i]! + topInRow(row, index, house, screen.width) >= screen.height),
        })
      : ''
  })
  const main = `<article>
<div class="column">
<h1>${escape(titleOf(content))}</h1>
<p class="post-facts">${escape(facts)}</p>
${html.filter(Boolean).join('\n')}
</div>
</article>`
  const featured = featuredOf(input)
  const card = featured && jpegFile(featured)
  return blogPageHtml(
    {
      title: titleOf(content),
      description: excerptOf(content),
      main,
      styleSheets: [input.houseSheet, input.postSheet],
      shareImage: card && {
        address: input.full(address(card.file)),
        width: card.width,
        height: card.height,
        alt: featured.alt,
      },
      home: input.home,
      script,
      ...(input.draft ? { robots: 'noindex' as const } : {}),
    },
    house,
    address,
  )
}

/** The pages of pictures, and of galleries that the post does not show whole; `wholes` are those galleries as their pages have them. */
function pagesBelow(
  input: PostPageInput,
  { rows, placements, paged, around }: LaidPost,
): { pages: PageBelow[]; wholes: LaidRow[]; files: string[] } {
  const { content, house, pictures, address, houseSheet, postSheet, reader, draft } = input
  const setting: BelowPost = {
    house,
    postTitle: titleOf(content),
    draft,
    houseSheet,
    address: (file) => `../../${address(file)}`,
    home: `../../${input.home}`,
    full: (relative) => input.full(relative.replace(/^\.\.\/\.\.\//, '')),
  }
  const galleries = rows
    .filter(({ rest }) => rest)
    .map((shown) => {
      const whole = wholeGallery(shown, pictures, house)
      const names = new Map(placements.filter(({ row }) => row === shown).map(({ laid: { at }, name }) => [at, name]))
      const pageOf = (name: string) => around.pageOf(name) && `../../${around.pageOf(name)}`
      return {
        whole,
        page: galleryPage(shown.row.id, whole, {
          ...setting,
          postSheet,
          reader,
          post: { ...around, nameOf: ({ at }) => names.get(at), pageOf, full: setting.full },
        }),
      }
    })
  const ofPictures = paged.map((one, i) =>
    picturePage(one, paged[i - 1], paged[i + 1], { number: i + 1, of: paged.length }, setting),
  )
  return {
    pages: [...ofPictures, ...galleries.map(({ page }) => page)],
    wholes: galleries.map(({ whole }) => whole),
    files: galleries.flatMap(({ page }) => page.files),
  }
}

/** Every file that the pages name, but for the reader script. Picture pages and share addresses name the plain files too. */
function filesOf(input: PostPageInput, { rows, placements, paged }: LaidPost): string[] {
  const featured = featuredOf(input)
  const plain = paged.length > 0 || rows.some(({ row }) => sharesOf(row, input.house))
  const shown = placements.map(({ laid }) => laid.picture)
  const jpegs = [...(plain ? shown : []), ...(featured ? [featured] : [])].flatMap(
    (picture) => jpegFile(picture)?.file ?? [],
  )
  return [
    ...FONT_FILES,
    input.houseSheet,
    input.postSheet,
    ...shown.flatMap((picture) => webpFiles(picture).map(({ file }) => file)),
    ...jpegs,
  ]
}
