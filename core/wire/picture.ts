import { z } from 'zod'
import { FlatOf } from '../flat/flat-of.ts'
import { Video } from '../video/video.ts'
import { FEATURED_REASONS, FEATURED_WARNINGS } from '../looks/featured.ts'
import { FLAWS } from '../looks/flaws.ts'
import { WebAddress } from '../post/web-address.ts'
import { Recipe } from '../recipe/recipe.ts'
import { jsonText } from './json-text.ts'

/** A file made from an original: upright, sRGB, without location data. */
export const Rendition = z.object({
  width: z.number().int(),
  height: z.number().int(),
  /** `moving` is a WebP of all frames */
  format: z.enum(['webp', 'jpeg', 'moving']),
  bytes: z.number().int(),
  /** file name, derived from the original's content */
  file: z.string(),
})
export type Rendition = z.infer<typeof Rendition>

export const FocusPoint = z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) })

export const Picture = z.object({
  id: z.string(),
  /** name of the file it came as, for people to recognise it by */
  fileName: z.string(),
  /** name of the file that it came as, where it was given another since; else '' */
  cameAs: z.string(),
  /** of what is shown, upright and adjusted, px */
  width: z.number().int(),
  height: z.number().int(),
  /** of the upright original, px */
  ownWidth: z.number().int(),
  ownHeight: z.number().int(),
  /** how it is adjusted; null: it is shown as it came */
  recipe: Recipe.nullable(),
  bytes: z.number().int(),
  format: z.string(),
  title: z.string(),
  alt: z.string(),
  caption: z.string(),
  credit: z.string(),
  /** on which terms it may be shown, as its maker says */
  licence: z.string(),
  /** the web address that it was found at; '' where it came as a file */
  source: z.string(),
  /** where a click leads, in rows whose clicks lead to a web address; '' where it says nothing */
  link: z.string(),
  tags: z.array(z.string()),
  focus: FocusPoint,
  /** nobody has confirmed or moved it */
  focusSuggested: z.boolean(),
  /** mean colour, #rrggbb, shown until a file has come */
  colour: z.string(),
  /** local time of the camera, ISO without zone */
  takenAt: z.string().nullable(),
  addedAt: z.string(),
  /** pictures of a file that moves, or pages of one that has several */
  frames: z.number().int(),
  /** what is told of it, see core/looks/flaws */
  flaws: z.array(z.enum(FLAWS)),
  /** its group of look-alikes, while nobody has decided about it */
  alike: z.number().int().nullable(),
  /** out of the way, not deleted */
  aside: z.boolean(),
  renditions: z.array(Rendition),
  /** the video that it stands for; null for a picture that is one */
  video: Video.nullable(),
  /** the row that it is a flat picture of; null for any other */
  flatOf: FlatOf.nullable(),
})
export type Picture = z.infer<typeof Picture>

export const PictureTextsChange = z
  .object({
    fileName: z.string().trim().min(1).max(200),
    title: z.string().max(300),
    alt: z.string().max(2000),
    caption: z.string().max(4000),
    credit: z.string().max(500),
    licence: z.string().max(300),
    source: z.string().max(4000),
    link: z.union([z.literal(''), WebAddress]),
    tags: z.array(z.string().min(1).max(60)).max(60),
    focus: FocusPoint,
    /** local time, ISO without zone, to the second */
    takenAt: z.iso.datetime({ local: true }).nullable(),
  })
  .partial()
  .strict()
export type PictureTextsChange = z.infer<typeof PictureTextsChange>

/** Texts of many pictures at once. */
export const MOST_CHANGES = 500
export const PictureChanges = z.object({
  changes: z.array(z.object({ id: z.string().max(64), change: PictureTextsChange })).max(MOST_CHANGES),
})
export type PictureChanges = z.infer<typeof PictureChanges>

/** The answer to a file brought in. `already` says that these very bytes were here before. */
export const IntakeAnswer = z.object({ picture: Picture, already: z.boolean() })
export type IntakeAnswer = z.infer<typeof IntakeAnswer>

/** Ids of pictures of which one thing is said together. */
const Ids = z.array(z.string().max(64)).max(MOST_CHANGES).default([])
/** What becomes of pictures that were looked through. */
export const Weeding = z.object({
  aside: Ids,
  /** from aside */
  back: Ids,
  /** their group of look-alikes needs no more decision */
  settled: Ids,
  /** it is undecided again */
  unsettled: Ids,
})
export type Weeding = z.infer<typeof Weeding>

/** One of several look-alikes, with what it is compared by. */
export const LookAlike = z.object({
  picture: Picture,
  sharpness: z.number(),
  brightness: z.number(),
  shown: z.boolean(),
})
export type LookAlike = z.infer<typeof LookAlike>
/** Groups that wait for a decision, the newest first. */
export const LookAlikes = z.object({ groups: z.array(z.array(LookAlike)), total: z.number().int() })
export type LookAlikes = z.infer<typeof LookAlikes>

/** Which pictures of a post could stand for it in lists: those in its rows in their order, then those that wait. */
export const FeaturedQuestion = z.object({
  post: z.string().max(64),
  pictures: z.array(z.object({ id: z.string().max(64), lead: z.boolean(), first: z.boolean() })).max(MOST_CHANGES),
})
export type FeaturedQuestion = z.infer<typeof FeaturedQuestion>

/** A post that stands before or after it in the list, as the list has it. */
const Neighbour = z.object({
  title: z.string(),
  excerpt: z.string(),
  topics: z.array(z.string()),
  date: z.string(),
  featured: z.object({ picture: z.string(), focus: FocusPoint }).nullable(),
})
export const FeaturedProposals = z.object({
  proposals: z.array(
    z.object({
      id: z.string(),
      reasons: z.array(z.enum(FEATURED_REASONS)),
      warnings: z.array(z.enum(FEATURED_WARNINGS)),
    }),
  ),
  before: z.array(Neighbour),
  after: z.array(Neighbour),
})
export type FeaturedProposals = z.infer<typeof FeaturedProposals>

/** The picture of which the file takes the place of another's. */
export const ReplaceRequest = z.object({ with: z.string().max(64) })
/** What readers of a post would find changed where a picture had other px. */
export const PictureEffect = z.object({
  id: z.string(),
  title: z.string(),
  live: z.boolean(),
  /** rows of another shape */
  shaped: z.number().int(),
  /** of the whole page, px */
  heights: z.array(z.object({ screen: z.string(), before: z.number(), after: z.number() })),
  worse: z.array(z.string()),
})
export type PictureEffect = z.infer<typeof PictureEffect>

/** A recipe for a picture; null: as it came. */
export const RecipeRequest = z.object({ recipe: Recipe.nullable() })
export type RecipeRequest = z.infer<typeof RecipeRequest>
/** The px that tones are tried on: the picture turned, straightened and cropped, so wide. */
export const GroundRequest = z.object({
  recipe: jsonText(Recipe, 'a recipe'),
  width: z.coerce.number().int().min(16).max(2560),
})
/** A recipe that a picture has or had, and since when. */
export const RecipeState = z.object({ key: z.number().int(), recipe: Recipe.nullable(), at: z.string() })
export type RecipeState = z.infer<typeof RecipeState>
