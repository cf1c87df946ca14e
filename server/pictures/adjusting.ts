import { heightOfFile, ladderFor } from '../../core/files/ladder.ts'
import { shownSize } from '../../core/recipe/frame.ts'
import { placeInOriginal, placeShown } from '../../core/recipe/places.ts'
import { isPlain, PLAIN, type Recipe, sameRecipe } from '../../core/recipe/recipe.ts'
import type { Picture, PictureEffect } from '../../core/wire/picture.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PictureFiles } from '../database/picture-files.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import { Refusal } from '../refusal.ts'
import { decodeShown, resizedTo } from './apply-recipe.ts'
import { raw } from './decode.ts'
import { effectOnPosts } from './effect-on-posts.ts'
import type { Intake } from './intake.ts'
import type { Looks } from './looks.ts'
import type { PictureFolder } from './picture-folder.ts'

interface AdjustingDeps {
  readonly pictures: PicturesTable
  readonly files: PictureFiles
  readonly posts: PostsTable
  readonly house: HouseTable
  readonly folder: PictureFolder
  readonly intake: Intake
  readonly looks: Looks
  readonly now: () => Date
}

export type Adjusting = ReturnType<typeof createAdjusting>

/** Gives pictures recipes: what is shown of them is made anew from the untouched original. */
export function createAdjusting(deps: AdjustingDeps) {
  const { pictures, files, folder, intake, looks, now } = deps
  /** Recipes for one picture go one after another. */
  const last = new Map<string, Promise<unknown>>()

  function need(id: string) {
    const stored = pictures.findStored({ id })
    if (!stored || !pictures.find(id)) throw new Refusal('picture-not-found')
    if (stored.video) throw new Refusal('adjusting-a-video')
    if (stored.frames > 1) throw new Refusal('adjusting-what-moves')
    return stored
  }

  /** Size and focus under a recipe: the point stays on what it is on, as far as that is still shown. */
  function shownBy(picture: Picture, wanted: Recipe | null) {
    const own = { width: picture.ownWidth, height: picture.ownHeight }
    const recipe = wanted && !isPlain(wanted) ? wanted : null
    const focus = placeShown(placeInOriginal(picture.focus, picture), { ...picture, recipe })
    return { recipe, ...shownSize(recipe ?? PLAIN, own), focus }
  }

  async function adjust(id: string, wanted: Recipe | null): Promise<Picture> {
    // Files that are still being made are written down as of the recipe that they were begun for.
    await intake.complete([id])
    const stored = need(id)
    const shown = shownBy(stored, wanted)
    if (sameRecipe(shown.recipe ?? PLAIN, stored.recipe ?? PLAIN)) return pictures.find(id)!
    const made = await intake.makeAnew({ ...stored, ...shown })
    files.setRecipe(id, { ...shown, ...made }, now().toISOString())
    intake.completeLater(id)
    await looks.seeAnew(id)
    return pictures.find(id)!
  }

  return {
    /** What readers would find changed, post by post. */
    effect(id: string, wanted: Recipe | null): PictureEffect[] {
      const { hash: _, state: __, deletedAt: ___, ...picture } = need(id)
      const { width, height, focus, recipe } = shownBy(picture, wanted)
      // As heavy for its px as it is now: what is weighed has not been made.
      const widest = picture.renditions.reduce((most, one) =>
        one.format === 'webp' && one.width > most.width ? one : most,
      )
      const bytesAPx = widest.bytes / (widest.width * widest.height)
      const renditions = ladderFor(width, height).map((wide) => {
        const high = heightOfFile({ width, height }, wide)
        const bytes = Math.round(wide * high * bytesAPx)
        return { width: wide, height: high, format: 'webp' as const, bytes, file: widest.file }
      })
      return effectOnPosts(deps, { ...picture, width, height, focus, recipe, renditions })
    },
    /** Readers of live posts keep what they have until those are published again. Throws the refusal. */
    adjust(id: string, wanted: Recipe | null): Promise<Picture> {
      const before = last.get(id)?.catch(() => undefined) ?? Promise.resolve()
      const work = before.then(() => adjust(id, wanted))
      last.set(id, work)
      return work.finally(() => {
        if (last.get(id) === work) last.delete(id)
      })
    },
    /** What the tone is given to, px for px, as a PNG: turned, straightened and cropped, at most so wide. */
    async ground(id: string, recipe: Recipe, width: number): Promise<Buffer> {
      const stored = need(id)
      const source = { ...stored, ...shownSize(recipe, { width: stored.ownWidth, height: stored.ownHeight }), recipe }
      // Made of what the files are made of, so that it is the same to the px.
      const widest = Math.max(...ladderFor(source.width, source.height))
      const wide = Math.min(width, widest)
      const picture = await decodeShown(folder.original(stored.hash), source, wide)
      const exact = await resizedTo(picture, wide, heightOfFile(source, wide))
      return raw(exact).png({ compressionLevel: 1 }).toBuffer()
    },
    recipesOf(id: string) {
      need(id)
      return files.recipesOf(id)
    },
  }
}
