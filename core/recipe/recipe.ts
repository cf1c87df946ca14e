import { z } from 'zod'

/** Degrees that a picture may be straightened by, either way. What hangs more than that wants a quarter turn. */
export const MOST_DEGREES = 20
/** The least share of a picture's width or height that a crop can be drawn to. */
export const LEAST_CROP = 0.02

const share = z.number().min(0).max(1)
// Across a picture that hangs there is a little more room than along its side; in one that is very long, very little.
const length = z
  .number()
  .min(1e-6)
  .max(1 / Math.cos((MOST_DEGREES * Math.PI) / 180))
const amount = z.number().int().min(-100).max(100)

/**
 * How a picture is adjusted: steps that are applied to the untouched original, in this order. Turned by quarters,
 * mirrored, straightened, cropped; scaled to each width that is wanted; then light, contrast, warmth, saturation and
 * sharpness, each 0 where it changes nothing.
 */
export const Recipe = z
  .object({
    /** quarter turns clockwise */
    turn: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]),
    /** left and right exchanged */
    mirror: z.boolean(),
    /** degrees clockwise */
    straighten: z.number().min(-MOST_DEGREES).max(MOST_DEGREES),
    /**
     * where its middle lies in the turned picture, along that one's own sides, and how large it is in the plane in which
     * the picture is straight, in shares of the turned picture; null: all that has no empty corner
     */
    crop: z.object({ middleX: share, middleY: share, width: length, height: length }).strict().nullable(),
    light: amount,
    contrast: amount,
    warmth: amount,
    saturation: amount,
    sharpness: amount.min(0),
  })
  .strict()
export type Recipe = Readonly<z.infer<typeof Recipe>>
export type RecipeCrop = NonNullable<Recipe['crop']>

/** What of a recipe changes colours and edges, and no shape. */
export const TONES = ['light', 'contrast', 'warmth', 'saturation', 'sharpness'] as const
export type ToneName = (typeof TONES)[number]
export type Tone = Pick<Recipe, ToneName>

/** The picture as it came. */
export const PLAIN: Recipe = {
  turn: 0,
  mirror: false,
  straighten: 0,
  crop: null,
  light: 0,
  contrast: 0,
  warmth: 0,
  saturation: 0,
  sharpness: 0,
}

/** The same recipe, always written in the same way. */
export const recipeText = (recipe: Recipe): string =>
  JSON.stringify(
    Object.fromEntries(
      Object.keys(PLAIN).map((key) => {
        const value = recipe[key as keyof Recipe]
        return [key, key === 'crop' && recipe.crop ? inOrder(recipe.crop) : value]
      }),
    ),
  )
const inOrder = ({ middleX, middleY, width, height }: RecipeCrop) => ({ middleX, middleY, width, height })

export const sameRecipe = (one: Recipe, other: Recipe): boolean => recipeText(one) === recipeText(other)
export const isPlain = (recipe: Recipe): boolean => sameRecipe(recipe, PLAIN)
/** The same colours and edges. */
export const toneOf = ({ light, contrast, warmth, saturation, sharpness }: Recipe): Tone => ({
  light,
  contrast,
  warmth,
  saturation,
  sharpness,
})
export const changesTone = (tone: Tone): boolean => TONES.some((name) => tone[name] !== 0)
