import { type Library, libraryOf } from '../place/library.ts'
import type { Block, Body } from '../post/body.ts'
import { makeRow } from '../post/changes/make-row.ts'
import { EMPTY_POST, type PostContent } from '../post/post.ts'
import type { PlacedPicture } from '../post/row.ts'
import { ladderFor } from '../files/ladder.ts'
import type { Picture } from '../wire/picture.ts'
import { type RowChoices, withChoices } from '../post/changes/row-choices.ts'

/** Short words for test facts: `post(text("At the slip"), rowOf(["aaaa", "bbbb"]))`. */

export function picture(id: string, width = 3000, height = 2000, more: Partial<Picture> = {}): Picture {
  return {
    id,
    fileName: `${id}.jpg`,
    cameAs: '',
    width,
    height,
    ownWidth: width,
    ownHeight: height,
    recipe: null,
    bytes: 1_000_000,
    format: 'JPEG',
    title: '',
    alt: '',
    caption: '',
    credit: '',
    licence: '',
    source: '',
    link: '',
    tags: [],
    focus: { x: 0.5, y: 0.5 },
    colour: '#889999',
    takenAt: null,
    addedAt: '2026-03-14T08:00:00.000Z',
    frames: 1,
    flaws: [],
    alike: null,
    aside: false,
    focusSuggested: false,
    renditions: [
      ...ladderFor(width, height).map((w) => ({
        width: w,
        height: Math.round((w * height) / width),
        format: 'webp' as const,
        bytes: w * 90,
        file: `${id}-${w}.webp`,
      })),
      {
        width: 1200,
        height: Math.round((1200 * height) / width),
        format: 'jpeg' as const,
        bytes: 140_000,
        file: `${id}-1200.jpg`,
      },
    ],
    video: null,
    flatOf: null,
    ...more,
  }
}
export const wide = (id: string, more?: Partial<Picture>): Picture => picture(id, 3000, 2000, more)
export const tall = (id: string, more?: Partial<Picture>): Picture => picture(id, 2000, 3000, more)

export const libraryWith = (...pictures: readonly Picture[]): Library => libraryOf(pictures)

export const text = (words: string): Block => ({ type: 'paragraph', content: [{ type: 'text', text: words }] })
export const heading = (words: string): Block => ({
  type: 'heading',
  attrs: { level: 2 },
  content: [{ type: 'text', text: words }],
})

let rows = 0
export function rowOf(pictures: readonly (string | PlacedPicture)[], options: RowChoices = {}): Block {
  const placed = pictures.map((one) => (typeof one === 'string' ? { id: one } : one))
  const made = makeRow(
    `row-${++rows}`,
    placed.map(({ id }) => id),
  )
  return { type: 'row', attrs: withChoices(made, { ...options, pictures: placed }) }
}

export const body = (...content: Block[]): Body => ({ type: 'doc', content })
export const post = (...content: Block[]): PostContent => ({
  ...EMPTY_POST,
  title: 'At the slip',
  body: body(...content),
})
