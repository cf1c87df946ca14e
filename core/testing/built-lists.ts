import { EMPTY_FRONT } from '../front/front.ts'
import type { ListedPost } from '../front/listed-post.ts'
import type { HouseStyle } from '../house/house-style.ts'
import { type ListPages, listPages, type ListPagesInput } from '../page/list-pages.ts'
import { libraryOf } from '../place/library.ts'
import { wide } from './builders.ts'
import { READER_FILES } from './built-pages.ts'

/** A post as lists have it. */
export const listed = (n: number, change: Partial<ListedPost> = {}): ListedPost => ({
  id: `post-${n}`,
  title: `Post ${n}`,
  excerpt: 'x',
  date: '2026-03-14',
  topics: [],
  byline: '',
  pictures: 3,
  href: `posts/post-${n}/`,
  featured: { picture: wide('aaaa'), focus: { x: 0.5, y: 0.5 } },
  fallback: false,
  ...change,
})

/** The pages of a list of these posts. */
export const builtLists = (
  posts: readonly ListedPost[],
  house: HouseStyle,
  change: Partial<ListPagesInput> = {},
): ListPages =>
  listPages({
    posts,
    house,
    front: EMPTY_FRONT,
    now: new Date('2026-03-14T08:00:00Z'),
    library: libraryOf([]),
    files: { sheet: 'house.css', icon: 'icon.svg' },
    reader: READER_FILES,
    keepSheet: () => 'shows.css',
    ...change,
  })
