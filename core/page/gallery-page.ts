import type { Library } from '../place/library.ts'
import { hasCaption } from './italics.ts'
import { layRow, type LaidRow } from '../place/lay-row.ts'
import type { ReaderFiles } from '../wire/house.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { say, sayCount } from '../readers/words.ts'
import { blogPageHtml } from './blog-page.ts'
import { escape } from './html.ts'
import type { PostAround } from './picture-html.ts'
import type { BelowPost } from './picture-page.ts'
import type { PageBelow } from './pages-below.ts'
import { readerScript } from './reader-parts.ts'
import { pageOfGallery, rowHtml } from './row-html.ts'

/** The row with everything shown at once, under an id of its own, so that the post's style sheet can hold both. */
export const wholeGallery = ({ row }: LaidRow, library: Library, house: HouseStyle): LaidRow =>
  layRow({ ...row, id: `${row.id}-whole`, gallery: { ...row.gallery, first: null } }, library, house)!

export interface GalleryPageSetting extends BelowPost {
  readonly postSheet: string
  readonly reader: ReaderFiles
  /** the post around, as seen from this page */
  readonly post: PostAround
}

/** A gallery shown whole on a page of its own: where "show the rest" leads without a script. */
export function galleryPage(
  rowId: string,
  whole: LaidRow,
  { house, postTitle, draft, houseFiles, postSheet, reader, post, address, home }: GalleryPageSetting,
): PageBelow & { readonly files: readonly string[] } {
  const heading = sayCount(house, 'pictures', whole.pictures.length)
  const script = readerScript({ rows: [whole] }, house, reader, address)
  const main = `<article class="picture-page"><div class="column">
<p class="post-facts"><a href="../../#row-${rowId}">${escape(say(house, 'backToPlace', { post: postTitle }))}</a></p>
<h1>${escape(heading)}</h1>
${rowHtml(whole, { house, address, post, lazy: (index) => index > 1 })}
</div></article>`
  const title = `${heading} · ${postTitle}`
  return {
    path: pageOfGallery(rowId),
    html: blogPageHtml(
      {
        title,
        description: '',
        main,
        icon: houseFiles.icon,
        styleSheets: [houseFiles.sheet, postSheet],
        italics: hasCaption(whole, house),
        home,
        script: script.html,
        ...(draft ? { robots: 'noindex' as const } : {}),
      },
      house,
      address,
    ),
    files: script.files,
  }
}
