import { useQuery } from '@tanstack/react-query'
import { PLAIN, type Recipe, sameRecipe, TONES } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { Fold } from '../../ui/fold.tsx'
import { count, timeInWords } from '../../ui/words.ts'

/** Every recipe that the picture has had: a press takes one up again, as one step of undo. */
export function EarlierRecipes({
  picture,
  now,
  onTake,
}: {
  picture: Picture
  now: Recipe
  onTake: (recipe: Recipe) => void
}) {
  const { data = [] } = useQuery({
    queryKey: ['recipes', picture.id, picture.recipe],
    queryFn: () => api.pictures.recipes(picture.id),
  })
  if (data.length === 0) return null
  return (
    <Fold name="Earlier" told={count(data.length, 'state')}>
      <ol>
        {data.map(({ key, recipe, at }) => {
          const same = sameRecipe(recipe ?? PLAIN, now)
          return (
            <li key={key} className="flex items-baseline gap-2">
              <button
                type="button"
                className="flex-1 text-left underline decoration-hairline underline-offset-4 hover:decoration-ink disabled:no-underline"
                disabled={same}
                onClick={() => onTake(recipe ?? PLAIN)}
              >
                {inWords(recipe)}
                {same && ', as now'}
              </button>
              <span className="figures">{timeInWords(at)}</span>
            </li>
          )
        })}
      </ol>
    </Fold>
  )
}

const signed = (value: number) => (value > 0 ? `+${value}` : `−${-value}`)

function inWords(recipe: Recipe | null): string {
  if (!recipe) return 'As it came'
  const parts = [
    ...(recipe.turn ? [`turned ${90 * recipe.turn}°`] : []),
    ...(recipe.mirror ? ['mirrored'] : []),
    ...(recipe.straighten ? [`straightened ${signed(recipe.straighten)}°`] : []),
    ...(recipe.crop ? ['cropped'] : []),
    ...TONES.filter((name) => recipe[name] !== 0).map((name) => `${name} ${signed(recipe[name])}`),
  ]
  const words = parts.join(', ')
  return words.charAt(0).toUpperCase() + words.slice(1)
}
