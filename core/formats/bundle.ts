import { z } from 'zod'
import { FlatOf } from '../flat/flat-of.ts'
import { Front } from '../front/front.ts'
import { HouseStyle } from '../house/house-style.ts'
import { Id } from '../post/id.ts'
import { PostContent } from '../post/post.ts'
import { Recipe } from '../recipe/recipe.ts'
import { MOST_IN_SET, SetMember, SetName } from '../sets/picture-set.ts'
import { Video } from '../video/video.ts'
import { Shelf } from '../wire/sets.ts'

/**
 * Everything of a post, of chosen posts or of the blog in one ZIP file: `manifest.json` first, which lists the others with
 * their hashes, then JSON with sorted names, then originals and video files under the names of their content. What comes
 * into an empty Set Row and out again is the same, byte for byte. How posts stand on a blog is not in it: that is the
 * host's.
 */

export const BUNDLE_VERSION = 1
export const BUNDLE_MANIFEST = 'manifest.json'

const moment = z.iso.datetime({ offset: true })
const hash = z.string().regex(/^[0-9a-f]{64}$/, 'expected a SHA-256 in small hexadecimal letters')
const share = z.number().min(0).max(1)
const px = z.number().int().min(1).max(100_000)

/** The only places that a bundle may hold. */
const PLACE =
  /^(blog\.json|posts\/[A-Za-z0-9_-]{4,64}\.json|sets\/[A-Za-z0-9_-]{1,64}\.json|pictures\/[A-Za-z0-9_-]{4,64}\.json|originals\/[0-9a-f]{64}|videos\/[0-9a-f]{20}\.(mp4|webm))$/

export const BundleManifest = z.strictObject({
  format: z.literal('set-row-bundle'),
  version: z.literal(BUNDLE_VERSION),
  files: z
    .array(
      z.strictObject({
        name: z.string().regex(PLACE, 'expected a place in a bundle'),
        size: z.number().int().min(0),
        sha256: hash,
      }),
    )
    .max(1_000_000),
})
export type BundleManifest = z.infer<typeof BundleManifest>

/** A saved state of a post. */
const BundleState = z.strictObject({
  version: z.number().int().min(1),
  /** it was refused, and is kept beside the others */
  aside: z.boolean(),
  /** readers have seen it */
  published: z.boolean(),
  savedAt: moment,
  content: PostContent,
})

export const BundlePost = z.strictObject({
  id: Id,
  version: z.number().int().min(1),
  createdAt: moment,
  savedAt: moment,
  content: PostContent,
  /** the oldest first */
  states: z.array(BundleState).max(100_000),
})
export type BundlePost = z.infer<typeof BundlePost>

export const BundlePicture = z.strictObject({
  id: Id,
  /** of the original's bytes: its name in the bundle */
  hash,
  /** of the file that came, where it was made smaller; else '' */
  cameHash: z.union([hash, z.literal('')]),
  /** its place in the order in which pictures were brought in */
  number: z.number().int().min(1),
  fileName: z.string().max(400),
  cameAs: z.string().max(400),
  format: z.string().max(20),
  bytes: z.number().int().min(0),
  /** of what is shown, and of the upright original, px */
  width: px,
  height: px,
  ownWidth: px,
  ownHeight: px,
  frames: z.number().int().min(1),
  title: z.string(),
  alt: z.string(),
  caption: z.string(),
  credit: z.string(),
  licence: z.string(),
  source: z.string(),
  link: z.string(),
  tags: z.array(z.string()),
  focus: z.strictObject({ x: share, y: share }),
  focusSuggested: z.boolean(),
  takenAt: z.string().nullable(),
  addedAt: moment,
  /** out of the way since then; null: it is not */
  asideAt: moment.nullable(),
  recipe: Recipe.nullable(),
  /** every recipe that it has or had, the oldest first */
  recipes: z.array(z.strictObject({ recipe: Recipe.nullable(), at: moment })),
  video: Video.nullable(),
  flatOf: FlatOf.nullable(),
})
export type BundlePicture = z.infer<typeof BundlePicture>

export const BundleSet = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/),
  name: SetName,
  pictures: z.array(SetMember).max(MOST_IN_SET),
})
export type BundleSet = z.infer<typeof BundleSet>

/** What belongs to the blog as a whole: only in a bundle of all of it. */
export const BundleBlog = z.strictObject({
  house: HouseStyle,
  front: Front,
  /** addresses that topics' pages were given */
  topicPaths: z.record(z.string(), z.string()),
  shelves: z.array(Shelf),
})
export type BundleBlog = z.infer<typeof BundleBlog>

/** Everything that a bundle holds, by its file: what the published schema is made of. */
export const BUNDLE_SCHEMAS = {
  'manifest.json': BundleManifest,
  'blog.json': BundleBlog,
  'posts/….json': BundlePost,
  'sets/….json': BundleSet,
  'pictures/….json': BundlePicture,
} as const
