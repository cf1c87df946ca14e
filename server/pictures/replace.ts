import type { PictureEffect } from '../../core/wire/picture.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { LooksTable } from '../database/looks-table.ts'
import type { PictureFiles } from '../database/picture-files.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import { Refusal } from '../refusal.ts'
import { effectOnPosts } from './effect-on-posts.ts'
import type { Intake } from './intake.ts'
import type { Looks } from './looks.ts'

interface ReplaceDeps {
  readonly pictures: PicturesTable
  readonly files: PictureFiles
  readonly posts: PostsTable
  readonly house: HouseTable
  readonly intake: Intake
  readonly looks: Looks
  readonly looksFound: LooksTable
  readonly now: () => Date
}

export type Replacing = ReturnType<typeof createReplacing>

/** Gives a picture the file of another one: texts and places stay, and its own file goes to the bin with the other's. */
export function createReplacing({ pictures, files, posts, house, intake, looks, looksFound, now }: ReplaceDeps) {
  function both(id: string, other: string) {
    const [picture, replacement] = [pictures.find(id), pictures.find(other)]
    if (!picture || !replacement) throw new Refusal('picture-not-found')
    if (id === other) throw new Refusal('replaced-by-itself')
    if (pictures.usesOf(other).length > 0) throw new Refusal('replacement-in-use', { name: replacement.fileName })
    return { picture, replacement }
  }
  return {
    /** What readers would find changed, post by post; nothing where the shape stays. */
    effect(id: string, other: string): PictureEffect[] {
      const { picture, replacement } = both(id, other)
      const { width, height, renditions } = replacement
      return effectOnPosts({ pictures, posts, house }, { ...picture, width, height, renditions })
    },
    async replace(id: string, other: string): Promise<void> {
      both(id, other)
      // Files that are still being made are written down under the picture that they were begun for.
      await intake.complete([id, other])
      both(id, other)
      files.exchange(id, other, now().toISOString())
      pictures.setDeleted(other, now().toISOString())
      looksFound.forget([id, other])
      looks.forget()
      for (const one of [id, other]) await looks.seeLater(one)
    },
  }
}
