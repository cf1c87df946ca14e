import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../house/house-style.ts'
import { NOT_ADMITTED } from '../type/admitted.ts'
import { libraryOf } from '../place/library.ts'
import { isRow, plainText, rowsOf } from '../post/body.ts'
import type { Block } from '../post/body.ts'
import { linePicturesIn } from '../post/line-pictures.ts'
import { picturesShown } from '../post/post.ts'
import type { PlacedPicture, Row } from '../post/row.ts'
import { postContent } from '../testing/arbitraries.ts'
import { picture } from '../testing/builders.ts'
import { inPlaceHtml } from './in-place.ts'
import { readIncoming } from './incoming/incoming-post.ts'
import { readMarkdownBody } from './incoming/read-body.ts'
import { markdownOf } from './markdown-out.ts'
import { tidied } from './tidied.ts'

/** Pictures whose own texts are now and then the ones that rows have too. */
const own = (id: string, i: number) => ({
  alt: i % 3 ? `Alt of ${id}` : '',
  caption: i % 2 ? 'A caption' : '',
  credit: '',
  link: i % 4 ? '' : 'https://example.org/',
})

/** What the text says, but for names that rows get anew and for what sets say of their pictures. */
const bare = (blocks: readonly Block[]): unknown =>
  blocks.map((block) =>
    isRow(block)
      ? {
          ...block,
          attrs: {
            ...block.attrs,
            id: '',
            pictures: block.attrs.pictures.map(({ inSet: _, ...placed }) => placed),
          },
        }
      : block,
  )

describe('a post as Markdown', () => {
  it('comes back as the same post, whatever it holds', () => {
    fc.assert(
      fc.property(postContent, ({ body }) => {
        const ids = [...new Set(rowsOf(body).flatMap(({ pictures }) => pictures.map(({ id }) => id)))]
        const src = (id: string) => `pictures/${id}.jpg`
        const inherited = ({ id, inSet }: Pick<PlacedPicture, 'id' | 'inSet'>) => ({
          ...own(id, ids.indexOf(id)),
          ...inSet,
        })
        const text = markdownOf(body.content, { src, inherited, measure: 640 })
        const placed = new Map(rowsOf(body).flatMap(({ pictures }) => pictures.map((one) => [one.id, one])))
        const read = readMarkdownBody(text, {
          measure: 640,
          newRowId: () => '',
          pictures: {
            idOf: (image) => image.src.slice('pictures/'.length, -'.jpg'.length),
            inherited: (id) => inherited(placed.get(id) ?? { id }),
          },
        })
        expect(read.faults).toEqual([])
        expect(bare(read.blocks)).toEqual(bare(tidied(body.content)))
      }),
      { numRuns: 150 },
    )
  })
})

describe('a post as HTML to paste', () => {
  it('comes back with its words, pictures, order, alt texts, captions, clicks, sides and kinds', () => {
    fc.assert(
      fc.property(postContent, (content) => {
        const plain = {
          ...content,
          body: {
            ...content.body,
            content: content.body.content.map(
              (block): Block => (isRow(block) ? { ...block, attrs: { ...block.attrs, words: [], set: null } } : block),
            ),
          },
        }
        const pictures = picturesShown(plain).map((id) => picture(id, 1600, 900, { alt: '' }))
        const post = {
          content: plain,
          library: libraryOf(pictures),
          house: STARTING_STYLE,
          live: { shows: [], posts: [] },
        }
        const html = inPlaceHtml(post, { file: (name) => `https://a.invalid/${name}`, post: (href) => href })
        const read = readIncoming(
          { kind: 'html', text: `<h1>T</h1>${html}`, base: '', name: '' },
          {
            measure: STARTING_STYLE.measure,
            newRowId: () => 'row-x',
            pictures: {
              idOf: ({ src }) => /([^/]+)-\d+\.webp$/.exec(src)![1]!,
              inherited: () => ({ alt: '', caption: '', credit: '', link: '' }),
            },
          },
        )
        const seen = (text: string) => text.replace(NOT_ADMITTED, '').replace(/\s+/g, ' ').trim()
        const told = (rows: readonly Row[]) =>
          rows.map((row) => ({
            kind: row.kind,
            one: row.one,
            sits: row.sits,
            gallery: { ...row.gallery },
            onClick: row.onClick,
            pictures: row.pictures.map((placed) => ({
              id: placed.id,
              alt: seen(placed.alt ?? placed.inSet?.alt ?? ''),
              ...(row.captions === 'none' || row.captions === 'row'
                ? {}
                : { caption: seen(placed.caption ?? placed.inSet?.caption ?? '').slice(0, 20) }),
            })),
          }))
        // A gallery shows its pictures in its own order; what comes back has them as they stood.
        const hand = (rows: readonly Row[]) =>
          rows.map((row) => (row.gallery.order === 'hand' ? told([row]) : row.kind))
        expect(hand(rowsOf(read.content.body))).toEqual(hand(rowsOf(plain.body)))
        const inLines = (blocks: readonly Block[]) =>
          linePicturesIn(blocks).map(({ id, wide, alt }) => ({ id, wide, alt: seen(alt ?? '') }))
        expect(inLines(read.content.body.content)).toEqual(inLines(tidied(plain.body.content)))
        const words = (blocks: readonly Block[]) => seen(blocks.map(plainText).join(' ')).replace(/ /g, '')
        expect(words(read.content.body.content)).toBe(words(tidied(plain.body.content)))
      }),
      { numRuns: 150 },
    )
  })
})
