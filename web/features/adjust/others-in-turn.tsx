import { useState } from 'react'
import { titleOf } from '../../../core/post/post.ts'
import type { Recipe } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { listed } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { nameOf, PictureImage } from '../pictures/picture-image.tsx'
import { type Giving, withToneOf } from './use-keeping.ts'

/** px */
const HIGH = 44

/** The pictures that are adjusted in turn, and what the one in hand can give to all of them. */
export function OthersInTurn({
  picture,
  recipe,
  inTurn,
  giving,
  give,
  stop,
  onMove,
}: {
  picture: Picture
  recipe: Recipe
  inTurn: readonly Picture[]
  giving: Giving | null
  give: (pictures: readonly Picture[], recipeOf: (picture: Picture) => Recipe, words: string) => Promise<void>
  stop: () => void
  onMove: (id: string) => void
}) {
  const others = inTurn.filter(({ id, frames, video }) => id !== picture.id && frames === 1 && !video)
  const rest = count(others.length, 'other')
  const { refuse } = useNotices()
  const [looking, setLooking] = useState(false)
  /** posts whose rows would be laid out anew, before that is done; null: nobody has asked */
  const [asked, setAsked] = useState<readonly string[] | null>(null)
  function giveAll() {
    setAsked(null)
    void give(others, () => recipe, 'this recipe')
  }
  async function lookFirst() {
    setLooking(true)
    try {
      const posts = new Set<string>()
      for (const { id } of others)
        for (const effect of await api.pictures.adjustEffect(id, recipe))
          if (effect.shaped > 0) posts.add(`“${titleOf(effect)}”`)
      if (posts.size > 0) setAsked([...posts])
      else giveAll()
    } catch (error) {
      refuse(error)
    } finally {
      setLooking(false)
    }
  }
  return (
    <section
      aria-label="In turn"
      className="flex items-center gap-3 border-t border-hairline bg-card px-4 py-2 max-lg:flex-wrap"
    >
      <ul className="flex min-w-0 flex-1 items-end gap-1.5 overflow-x-auto p-1 max-lg:min-w-full">
        {inTurn.map((one, i) => (
          <li key={one.id} className="shrink-0">
            <button
              type="button"
              aria-current={one.id === picture.id}
              aria-label={`${i + 1}: ${nameOf(one)}${one.recipe ? ', adjusted' : ''}`}
              title="Page up, page down: what you did is kept as you move on"
              className={`relative block ${one.id === picture.id ? 'outline-2 outline-offset-2 outline-ink' : ''}`}
              onClick={() => onMove(one.id)}
            >
              <PictureImage picture={one} width={Math.round(HIGH * Math.min(2.5, one.width / one.height))} />
              {one.recipe && <span aria-hidden className="absolute inset-x-0 -bottom-[3px] h-[2px] bg-blue" />}
            </button>
          </li>
        ))}
      </ul>
      {giving ? (
        <>
          <span role="status" className="figures">
            {giving.done} of {giving.total}
          </span>
          <Button small onClick={stop}>
            Stop
          </Button>
        </>
      ) : (
        <>
          <Button small onClick={() => void give(others, withToneOf(recipe), 'this light and these colours')}>
            This light for the {rest}
          </Button>
          {asked === null ? (
            <Button small disabled={looking} onClick={() => void lookFirst()}>
              {looking ? 'Looking at what it alters…' : `All of it for the ${rest}`}
            </Button>
          ) : (
            <div role="alert" className="flex flex-wrap items-center gap-2 border-l-4 border-ruby pl-2">
              <span>Rows are laid out anew in {listed(asked)}.</span>
              <Button small onClick={giveAll}>
                Give it all the same
              </Button>
              <Button small look="plain" onClick={() => setAsked(null)}>
                Leave them
              </Button>
            </div>
          )}
        </>
      )}
    </section>
  )
}
