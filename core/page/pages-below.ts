import type { LaidRow } from '../place/lay-row.ts'
import { titleOf } from '../post/post.ts'
import { galleryPage, wholeGallery } from './gallery-page.ts'
import { type BelowPost, picturePage } from './picture-page.ts'
import type { Places } from './places.ts'
import type { PostPageInput } from './post-page.ts'

/** A page that goes with a post: of one picture, or of a gallery shown whole. */
export interface PageBelow {
  /** from the post's own address */
  readonly path: string
  readonly html: string
}

/** A gallery that its post shows in part, and as its own page shows it. */
export interface ShownInPart {
  readonly shown: LaidRow
  readonly whole: LaidRow
}

export const shownInPart = ({ post: { library, house } }: PostPageInput, { rows }: Places): ShownInPart[] =>
  rows.filter(({ rest }) => rest).map((shown) => ({ shown, whole: wholeGallery(shown, library, house) }))

/** The pages of pictures, and of galleries that the post does not show whole; and the script files that they name. */
export function pagesBelow(
  input: PostPageInput,
  postSheet: string,
  { placements, paged, around }: Places,
  inPart: readonly ShownInPart[],
): { pages: PageBelow[]; script: string[] } {
  const { post, address, houseFiles, reader, draft } = input
  const setting: BelowPost = {
    house: post.house,
    postTitle: titleOf(post.content),
    draft,
    houseFiles,
    address: (file) => `../../${address(file)}`,
    home: `../../${input.home}`,
    full: (relative) => input.full(relative.replace(/^\.\.\/\.\.\//, '')),
  }
  const galleries = inPart.map(({ shown, whole }) => {
    const names = new Map(placements.filter(({ row }) => row === shown).map(({ laid: { at }, name }) => [at, name]))
    const pageOf = (name: string) => around.pageOf(name) && `../../${around.pageOf(name)}`
    return galleryPage(shown.row.id, whole, {
      ...setting,
      postSheet,
      reader,
      post: { ...around, nameOf: ({ at }) => names.get(at), pageOf, full: setting.full },
    })
  })
  const ofPictures = paged.map((one, i) =>
    picturePage(one, { number: i + 1, of: paged.length, before: paged[i - 1], after: paged[i + 1] }, setting),
  )
  return { pages: [...ofPictures, ...galleries], script: galleries.flatMap(({ files }) => files) }
}
