import { z } from 'zod'
import { MOST_PICTURES_IN_ROW } from './limits.ts'

/**
 * How the pictures of a patchwork are joined: '.' stands for a picture, the pictures following in the
 * row's order. `{ beside: ['.', { stacked: ['.', '.'] }] }` is one picture beside two stacked ones.
 */
export type Composition =
  | '.'
  | { readonly beside: readonly Composition[] }
  | { readonly stacked: readonly Composition[] }

/** More pictures than this are never composed as one: then several patchworks are stacked on one another. */
export const MOST_COMPOSED = 16

export const Composition: z.ZodType<Composition> = z.lazy(() =>
  z.union([
    z.literal('.'),
    z.strictObject({ beside: z.array(Composition).min(2).max(MOST_COMPOSED) }),
    z.strictObject({ stacked: z.array(Composition).min(2).max(MOST_PICTURES_IN_ROW) }),
  ]),
)

export const partsOf = (join: Exclude<Composition, '.'>): readonly Composition[] =>
  'beside' in join ? join.beside : join.stacked

/** How many pictures the composition joins. O(pictures). */
export const sizeOf = (composition: Composition): number =>
  composition === '.' ? 1 : partsOf(composition).reduce((sum, part) => sum + sizeOf(part), 0)
