import { flatOfStored } from '../../core/flat/flat-of.ts'
import { Video } from '../../core/video/video.ts'
import { FLAWS } from '../../core/looks/flaws.ts'
import { Recipe } from '../../core/recipe/recipe.ts'
import type { Picture, Rendition } from '../../core/wire/picture.ts'
import type { PictureState } from './pictures-table.ts'

/** A picture as the database has it. */
export interface PictureRow {
  id: string
  hash: string
  state: PictureState
  file_name: string
  format: string
  bytes: number
  width: number
  height: number
  colour: string
  title: string
  alt: string
  caption: string
  credit: string
  licence: string
  source: string
  tags: string
  focus_x: number
  focus_y: number
  taken_at: string | null
  added_at: string
  deleted_at: string | null
  number: number
  frames: number
  flaws: number
  alike: number | null
  alike_open: number
  aside_at: string | null
  focus_suggested: number
  came_as: string
  came_hash: string
  link: string
  video: string
  flat_of: string
  recipe: string
  own_width: number
  own_height: number
}

export const recipeOf = (stored: string): Recipe | null => (stored === '' ? null : Recipe.parse(JSON.parse(stored)))

/** What a picture has from the beginning. */
export const FIRST_COLUMNS = `id, hash, state, file_name, format, bytes, width, height, colour, title, alt, caption,
  credit, licence, source, tags, focus_x, focus_y, taken_at, added_at, deleted_at, number, frames`
export const PICTURE_COLUMNS = `${FIRST_COLUMNS}, flaws, alike, alike_open, aside_at, focus_suggested,
  came_as, came_hash, link, video, flat_of, recipe, own_width, own_height`

export const pictureOf = (row: PictureRow, renditions: Rendition[]): Picture => ({
  id: row.id,
  fileName: row.file_name,
  cameAs: row.came_as,
  width: row.width,
  height: row.height,
  ownWidth: row.own_width,
  ownHeight: row.own_height,
  recipe: recipeOf(row.recipe),
  bytes: row.bytes,
  format: row.format,
  title: row.title,
  alt: row.alt,
  caption: row.caption,
  credit: row.credit,
  licence: row.licence,
  source: row.source,
  link: row.link,
  tags: JSON.parse(row.tags) as string[],
  focus: { x: row.focus_x, y: row.focus_y },
  colour: row.colour,
  takenAt: row.taken_at,
  addedAt: row.added_at,
  frames: row.frames,
  flaws: FLAWS.filter((_, i) => row.flaws & (1 << i)),
  alike: row.alike_open ? row.alike : null,
  aside: row.aside_at !== null,
  focusSuggested: row.focus_suggested === 1,
  renditions,
  video: row.video ? Video.parse(JSON.parse(row.video)) : null,
  flatOf: flatOfStored(row.flat_of),
})
