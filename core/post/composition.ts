import { z } from 'zod'

/**
 * How the pictures of a patchwork are joined: '.' stands for a picture, the pictures following in the
 * row's order. `{ beside: ['.', { stacked: ['.', '.'] }] }` is one picture beside two stacked ones.
 */
export type Composition =
  | '.'
  | { readonly beside: readonly Composition[] }
  | { readonly stacked: readonly Composition[] }

/** More pictures than this are never joined in one patchwork. */
export const MOST_IN_PATCHWORK = 16

export const Composition: z.ZodType<Composition> = z.lazy(() =>
  z.union([
    z.literal('.'),
    z.strictObject({ beside: z.array(Composition).min(2).max(MOST_IN_PATCHWORK) }),
    z.strictObject({ stacked: z.array(Composition).min(2).max(MOST_IN_PATCHWORK) }),
  ]),
)

export const partsOf = (join: Exclude<Composition, '.'>): readonly Composition[] =>
  'beside' in join ? join.beside : join.stacked

/** How many pictures the composition joins. O(pictures). */
export const sizeOf = (composition: Composition): number =>
  composition === '.' ? 1 : partsOf(composition).reduce((sum, part) => sum + sizeOf(part), 0)
