import type { Recipe } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
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
          <Button small onClick={() => void give(others, () => recipe, 'this recipe')}>
            All of it for the {rest}
          </Button>
        </>
      )}
    </section>
  )
}
