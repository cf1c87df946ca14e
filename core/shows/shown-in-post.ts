import type { ListedPost } from '../front/listed-post.ts'
import { SHOW_BAR } from '../house/text-type.ts'
import type { HouseStyle } from '../house/house-style.ts'
import type { Block, Body } from '../post/body.ts'
import { slidesOf } from './choose.ts'
import type { PostShow } from './show.ts'
import { slideLayer } from './slide-layout.ts'
import { settingOf } from './slide-setting.ts'
import { slideWidthAt } from './slide-widths.ts'
import { wordsOfSlide } from './slide-words.ts'

/** What slideshows of posts are made of. */
export interface LivePosts {
  readonly shows: readonly PostShow[]
  /** newest first */
  readonly posts: readonly ListedPost[]
}

/** A slideshow of posts with its slides. */
export interface ShowInPost {
  readonly show: PostShow
  readonly slides: readonly ListedPost[]
}

/** Ids of the slideshows that a post shows, each once. */
export const showsIn = ({ content }: Body): string[] => [
  ...new Set(content.flatMap((block) => (block.type === 'shownPosts' ? [block.attrs.show] : []))),
]

/** The slideshows of posts in a post, by their blocks; those that are not there any more, or have no slide, are left out. */
export function shownIn(blocks: readonly Block[], { shows, posts }: LivePosts): Map<Block, ShowInPost> {
  const shown = new Map<Block, ShowInPost>()
  for (const block of blocks) {
    const show = block.type === 'shownPosts' && shows.find(({ id }) => id === block.attrs.show)
    const slides = show ? slidesOf(show, posts) : []
    if (show && slides.length) shown.set(block, { show, slides })
  }
  return shown
}

/** px that a slideshow of posts is high in a window so wide, its bar included: as the highest of its slides. */
export function shownHeight({ show, slides }: ShowInPost, house: HouseStyle, window: number): number {
  const width = slideWidthAt(show, house, window)
  const heights = slides.map((post) => {
    const change = show.changes[post.id] ?? {}
    const words = { said: wordsOfSlide(show, post, house, change), show, house }
    const { stands, height, taken, inset, lines } = slideLayer(words, settingOf(show, change))(width)
    const said = lines.length ? taken + 2 * inset : 0
    return stands === 'band' ? height + said : Math.max(height, said)
  })
  return Math.max(...heights) + (slides.length > 1 ? SHOW_BAR : 0)
}
