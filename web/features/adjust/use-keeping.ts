import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { isPlain, PLAIN, type Recipe, sameRecipe, toneOf } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { nameOf } from '../pictures/picture-image.tsx'
import { keepDraft } from './adjusting.ts'

/** How far a recipe for many has come. */
export interface Giving {
  readonly done: number
  readonly total: number
}

/** Keeps recipes with the server: for one picture, or for many one after another; each can be taken back. */
export function useKeeping() {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const [keeping, setKeeping] = useState(false)
  const [giving, setGiving] = useState<Giving | null>(null)
  const stopped = useRef(false)

  async function put(id: string, recipe: Recipe | null): Promise<void> {
    const picture = await api.pictures.adjust(id, recipe && !isPlain(recipe) ? recipe : null)
    pictureStore.put([picture])
    keepDraft(picture, picture.recipe ?? PLAIN)
  }
  const changed = () =>
    Promise.all([
      picturesChanged(client),
      client.invalidateQueries({ queryKey: ['posts'] }),
      client.invalidateQueries({ queryKey: ['recipes'] }),
    ])

  /** True when it is kept. */
  async function keep(picture: Picture, recipe: Recipe): Promise<boolean> {
    if (sameRecipe(picture.recipe ?? PLAIN, recipe)) return true
    setKeeping(true)
    try {
      await put(picture.id, recipe)
      await changed()
      say(
        `“${nameOf(picture)}” is kept so, wherever it is shown.`,
        () => void put(picture.id, picture.recipe).then(changed).catch(refuse),
      )
      return true
    } catch (error) {
      refuse(error)
      return false
    } finally {
      setKeeping(false)
    }
  }

  /** One after another, until all have it or it is stopped; what went wrong with one keeps no other from it. */
  async function give(
    pictures: readonly Picture[],
    recipeOf: (picture: Picture) => Recipe,
    words: string,
  ): Promise<void> {
    stopped.current = false
    const had: Picture[] = []
    let refused: unknown
    setGiving({ done: 0, total: pictures.length })
    for (const picture of pictures) {
      if (stopped.current) break
      await put(picture.id, recipeOf(picture))
        .then(() => had.push(picture))
        .catch((error: unknown) => (refused = error))
      setGiving({ done: had.length, total: pictures.length })
    }
    await changed()
    setGiving(null)
    async function takeBack() {
      for (const { id, recipe } of had) await put(id, recipe).catch(refuse)
      await changed()
    }
    if (had.length > 0)
      say(`${count(had.length, 'picture')} ${had.length === 1 ? 'has' : 'have'} ${words}.`, () => void takeBack())
    if (refused) refuse(refused)
  }

  return {
    keep,
    keeping,
    give,
    giving,
    stop: () => {
      stopped.current = true
    },
  }
}

/** This light and these colours, in a frame of its own. */
export const withToneOf =
  (recipe: Recipe) =>
  (picture: Picture): Recipe => ({ ...(picture.recipe ?? PLAIN), ...toneOf(recipe) })
