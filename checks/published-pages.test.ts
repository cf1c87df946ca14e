import { createHash } from 'node:crypto'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import { layRow } from '../core/place/lay-row.ts'
import { libraryOf } from '../core/place/library.ts'
import { builtLists, listed } from '../core/testing/built-lists.ts'
import { rowCss } from '../core/page/row-css.ts'
import { rowHtml } from '../core/page/row-html.ts'
import { rowsOf } from '../core/post/body.ts'
import { convertRow } from '../core/post/changes/convert-row.ts'
import { excerptOf, type PostContent } from '../core/post/post.ts'
import { GALLERY_FORMS } from '../core/kinds/gallery/options.ts'
import type { Row } from '../core/post/row.ts'
import { CAPTION_PLACES } from '../core/post/row-choices.ts'
import { builtPages, fileAddress } from '../core/testing/built-pages.ts'
import { picture } from '../core/testing/builders.ts'
import { CATALOGUE } from '../demo/pictures/catalogue.ts'
import { SAMPLE_POSTS } from '../demo/posts/posts.ts'

/**
 * What readers of the sample world get, to the byte. A change of these hashes is a change of published pages: it is
 * either meant, and `npx vitest run checks -u` records it with the change that made it, or it is a fault.
 */

const house = STARTING_STYLE
const idOf = (n: number) => `picture-${n}`
const pictures = libraryOf(
  CATALOGUE.map(({ name, w, h, taken, title = '', alt = '', caption = '' }, i) => {
    const id = idOf(Number(/\d+/.exec(name)?.[0] ?? i))
    return picture(id, w, h, {
      fileName: name,
      title,
      alt,
      caption,
      takenAt: taken,
      tags: i % 3 ? ['launch'] : ['bench', 'launch'],
    })
  }),
)
const short = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16)
const record = (lines: readonly string[], file: string) =>
  expect(`${lines.join('\n')}\n`).toMatchFileSnapshot(path.join(import.meta.dirname, file))

const contents: readonly PostContent[] = SAMPLE_POSTS.map(({ content }) => content(idOf))

describe('published pages of the sample world', () => {
  it('are the same to the byte', async () => {
    const lines = contents.flatMap((content) => {
      const { html, css, below, files } = builtPages(content, pictures, house)
      return [
        `${content.title}: page ${short(html)}, style ${short(css)}, below ${short(below)}, files ${short([...files].sort())}`,
      ]
    })
    const all = contents.map((content, i) =>
      listed(i, {
        title: content.title,
        excerpt: excerptOf(content),
        date: '2026-03-14T08:00:00.000Z',
        topics: content.topics,
        href: 'posts/slip/',
        featured: content.featured && {
          picture: pictures.picture(content.featured.picture)!,
          focus: content.featured.focus,
        },
      }),
    )
    await record([...lines, `list: ${short(builtLists(all, house))}`], 'published-pages.txt')
  })

  it('and their rows, turned into every other arrangement', async () => {
    const rows = contents
      .flatMap((content) => rowsOf(content.body))
      .filter((row) => row.pictures.every(({ id }) => pictures.picture(id) !== undefined))
    const lines = rows.flatMap((row) =>
      arrangements(row).flatMap((arranged) => {
        const laid = layRow(arranged, pictures, house)!
        const html = rowHtml(laid, { house, address: fileAddress, lazy: (index) => index > 1 })
        const { kind, sits, gallery, captions } = arranged
        return `${row.id} ${kind === 'gallery' ? gallery.form : kind} ${sits} ${captions}: ${short([html, rowCss(laid, house)])}`
      }),
    )
    await record(lines, 'published-rows.txt')
  })
})

function arrangements(row: Row): Row[] {
  const kinds =
    row.pictures.length === 1 ? (['one'] as const) : (['side-by-side', 'patchwork', 'gallery', 'slideshow'] as const)
  return kinds.flatMap((kind) =>
    (kind === 'gallery' ? GALLERY_FORMS : (['cells'] as const)).flatMap((form) =>
      (['measure', 'bleed'] as const).flatMap((sits) =>
        CAPTION_PLACES.map((captions) => ({
          ...convertRow(row, { kind, sits, gallery: { ...row.gallery, form }, patchwork: { composition: null } }),
          captions,
        })),
      ),
    ),
  )
}
