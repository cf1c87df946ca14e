import type { Library } from '../../../core/place/library.ts'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { blogCss } from '../../../core/page/house-css.ts'
import { EMPTY_FRONT, type Front } from '../../../core/front/front.ts'
import { listedPost, type PostFacts } from '../../../core/front/listed-post.ts'
import { type ListPages, listPages } from '../../../core/page/list-pages.ts'
import { postPages } from '../../../core/page/post-page.ts'
import { placePost } from '../../../core/place/place-post.ts'
import { showsIn } from '../../../core/shows/shown-in-post.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { EMPTY_POST, picturesShown, type PostContent } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import type { ReaderFiles } from '../../../core/wire/house.ts'
import type { PostSummary } from '../../../core/wire/post.ts'
import { ALL_PICTURES } from '../../../core/wire/picture-search.ts'
import { api } from '../../api/client.ts'
import { useFoundPictures, useLibrary, usePostList } from '../../api/queries.ts'
import { frontPictures } from '../front/front-pictures.ts'

/** Named in the page, and written into it before it is shown. */
const HOUSE_FILES = { sheet: 'house.css', icon: 'icon.svg' }

/** What the sample shows in the place of a post's id: the list of posts, or a post made up where there is none. */
export const THE_LIST = 'list'
export const MADE_UP = 'made-up'

const paragraph = (text: string) => ({ type: 'paragraph' as const, content: [{ type: 'text' as const, text }] })
const WORDS =
  'A steady breeze off the water, and three of us on the slip. We let the small one up first, to feel for the wind, and then the others, one after another, until the reel ran out of line. '

/** Where no post is here yet: text, and rows of the first pictures. */
function plainSample(pictures: readonly Picture[]): PostContent {
  const row = (id: string, from: number, to: number) => {
    const ids = pictures.slice(from, to).map((picture) => picture.id)
    return ids.length ? [{ type: 'row' as const, attrs: makeRow(id, ids) }] : []
  }
  return {
    ...EMPTY_POST,
    title: 'A sample post',
    topics: ['Launch days'],
    body: {
      type: 'doc',
      content: [
        paragraph(WORDS.repeat(2)),
        ...row('sample-1', 0, 1),
        paragraph(WORDS),
        ...row('sample-2', 1, 4),
        paragraph(WORDS.repeat(3)),
      ],
    },
  }
}

const fileAddress = (file: string) => `/files/${file}`

/** Posts as they would be listed. */
function listed(posts: readonly PostSummary[]): PostFacts[] {
  return posts
    .map((post) => ({
      ...post,
      byline: '',
      date: post.publication.firstLiveAt ?? post.createdAt,
      href: '#',
    }))
    .sort((a, b) => (a.date < b.date ? 1 : -1))
}

interface ListSample {
  readonly posts: readonly PostFacts[]
  readonly style: HouseStyle
  readonly front: Front
  readonly library: Library
  readonly reader: ReaderFiles
}

/** The pages of the list as they would be, and the style sheet of their slideshows. */
export function sampleList({ posts, style, front, library, reader }: ListSample): ListPages & { readonly css: string } {
  let css = ''
  const pages = listPages({
    posts: posts.map((post) => listedPost(post, style, library)),
    house: style,
    front,
    now: new Date(),
    library,
    files: HOUSE_FILES,
    reader,
    keepSheet: (own) => {
      css = own
      return 'shows.css'
    },
    filesFrom: () => fileAddress,
  })
  return { ...pages, css }
}

/** A page of the blog with its style sheets in itself, so that a change of theirs alone needs no new page. */
export const sampleOf = (html: string, style: HouseStyle, own: string): SamplePage => ({
  document: html
    .replace(/<link rel="(stylesheet|icon)"[^>]*>\n?/g, '')
    .replace('</head>', '<style id="sheets"></style></head>'),
  css: `${blogCss(style).replaceAll('url(source-serif', 'url(/files/source-serif')}\n${own}`,
})

export interface SamplePage {
  readonly document: string
  readonly css: string
}

interface Source {
  readonly content: PostContent | undefined
  readonly date: string | null
  readonly front: Front
  /** as readers have them; before anything is live, every post that is here */
  readonly posts: readonly PostFacts[] | undefined
}

/** What the sample is made of: the content of a post, or the posts of the list, as the front has them. */
function useSource(shown: string): Source {
  const { posts } = usePostList()
  const front = useQuery({ queryKey: ['front'], queryFn: api.front.get }).data
  const isPost = shown !== THE_LIST && shown !== MADE_UP
  const post = useQuery({ queryKey: ['post', shown], queryFn: () => api.posts.get(shown), enabled: isPost })
  const newest = useFoundPictures(NEWEST)
  const madeUp = useMemo(() => plainSample(newest.pictures), [newest.pictures])
  const content = isPost ? post.data?.content : shown === MADE_UP ? madeUp : undefined
  const facts = useMemo(
    () => (front && posts ? (front.posts.length ? front.posts : listed(posts)) : undefined),
    [front, posts],
  )
  const date = post.data?.publication.firstLiveAt ?? null
  return { content, date, front: front?.front ?? EMPTY_FRONT, posts: facts }
}
const NEWEST = { ...ALL_PICTURES, sort: 'added' } as const

/** A page of the blog as it would be with this style: its document with a place for the style sheets, and these; undefined until it is known. */
export function useSamplePage(shown: string, style: HouseStyle): SamplePage | undefined {
  const reader = useQuery({ queryKey: ['reader'], queryFn: api.house.reader, staleTime: Infinity })
  const { content, posts, date, front } = useSource(shown)
  const { fallbackFeatured } = style
  const ids = useMemo(() => {
    const ofPosts = !content || showsIn(content.body).length ? frontPictures(front, posts ?? [], style) : []
    return [...(content ? picturesShown(content) : []), ...ofPosts, ...(fallbackFeatured ? [fallbackFeatured] : [])]
  }, [content, posts, front, style, fallbackFeatured])
  const { library } = useLibrary(ids)
  return useMemo(() => {
    if (!reader.data || !posts) return undefined
    if (content) {
      let own = ''
      const keepSheet = (css: string) => {
        own = css
        return 'post.css'
      }
      const { html } = postPages({
        post: placePost(content, library, style, {
          shows: front.shows,
          posts: posts.map((post) => listedPost(post, style, library)),
        }),
        date,
        draft: false,
        houseFiles: HOUSE_FILES,
        keepSheet,
        address: fileAddress,
        home: '#',
        reader: reader.data,
        full: (relative) => relative,
      })
      return sampleOf(html, style, own)
    }
    if (shown !== THE_LIST) return undefined
    const list = sampleList({ posts, style, front, library, reader: reader.data })
    return sampleOf(list.html, style, list.css)
  }, [shown, style, library, reader.data, content, posts, date, front])
}
