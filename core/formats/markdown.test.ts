import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isRow, rowsOf } from '../post/body.ts'
import type { Block } from '../post/body.ts'
import type { PlacedPicture } from '../post/row.ts'
import { postContent } from '../testing/arbitraries.ts'
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
