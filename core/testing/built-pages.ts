import { type HouseStyle, STARTING_STYLE } from '../house/house-style.ts'
import { allFiles, type PostPageInput, type PostPages, postPages } from '../page/post-page.ts'
import type { Library } from '../place/library.ts'
import { placePost } from '../place/place-post.ts'
import type { PostContent } from '../post/post.ts'
import type { ReaderFiles } from '../wire/house.ts'

/** A blog on which posts lie two folders deep, as seen by tests. */

const part = (name: string) => ({ script: `reader-${name}.js`, style: `reader-${name}.css` })
export const READER_FILES: ReaderFiles = {
  starter: 'reader-starter.js',
  parts: { slideshow: part('slideshow'), enlarge: part('enlarge'), gallery: part('gallery'), video: part('video') },
}
/** Where the post stands. */
export const HERE = 'https://kites.example/posts/slip/'
/** The full address of one that is relative to the post: each leading `../` takes a folder away. */
function fullAddress(relative: string): string {
  const up = /^(\.\.\/)*/.exec(relative)![0].length / 3
  const folders = HERE.split('/').slice(0, -1)
  return `${folders.slice(0, folders.length - up).join('/')}/${relative.slice(3 * up)}`
}

export const fileAddress = (file: string): string => `../../files/${file}`

export interface BuiltPages extends Omit<PostPages, 'files'> {
  /** the post's own style sheet */
  readonly css: string
  readonly files: readonly string[]
}

/** The published pages of a post, with the sheet and the files told. */
export function builtPages(
  content: PostContent,
  library: Library,
  house: HouseStyle = STARTING_STYLE,
  change: Partial<PostPageInput> = {},
): BuiltPages {
  let css = ''
  const pages = postPages({
    post: placePost(content, library, house),
    date: '2026-03-14T08:00:00.000Z',
    draft: false,
    houseFiles: { sheet: 'house.css', icon: 'icon.svg' },
    keepSheet: (own) => {
      css = own
      return 'post.css'
    },
    address: fileAddress,
    home: '../../',
    reader: READER_FILES,
    full: fullAddress,
    ...change,
  })
  return { ...pages, css, files: allFiles(pages.files) }
}
