import { PLAIN, Recipe, recipeText, sameRecipe } from '../../../core/recipe/recipe.ts'
import type { Picture } from '../../../core/wire/picture.ts'

/** A recipe in the making, with every step of the way. */
export interface Adjusting {
  readonly past: readonly Recipe[]
  readonly now: Recipe
  readonly future: readonly Recipe[]
  /** what the last step was of: more of the same is the same step */
  readonly of: string | null
}

export const beginWith = (recipe: Recipe | null): Adjusting => ({
  past: [],
  now: recipe ?? PLAIN,
  future: [],
  of: null,
})

/** One step further. What is dragged or typed bit by bit is one step while it has one name. */
export function changed(state: Adjusting, now: Recipe, of: string | null): Adjusting {
  if (sameRecipe(state.now, now)) return of === null ? { ...state, of } : state
  const past = of !== null && of === state.of ? state.past : [...state.past, state.now]
  return { past, now, future: [], of }
}

export function undone(state: Adjusting): Adjusting {
  const before = state.past.at(-1)
  if (!before) return state
  return { past: state.past.slice(0, -1), now: before, future: [state.now, ...state.future], of: null }
}

export function redone(state: Adjusting): Adjusting {
  const [next, ...future] = state.future
  return next ? { past: [...state.past, state.now], now: next, future, of: null } : state
}

const draftName = (id: string) => `set-row-adjusting-${id}`

/** What was adjusted and not kept stays in this browser until it is. */
export function keepDraft({ id, recipe }: Picture, now: Recipe): void {
  const from = recipe ?? PLAIN
  try {
    if (sameRecipe(from, now)) localStorage.removeItem(draftName(id))
    else localStorage.setItem(draftName(id), JSON.stringify({ from: recipeText(from), now }))
  } catch {
    // A browser that keeps nothing loses nothing but this.
  }
}

/** The draft of a picture that still has the recipe that it was begun from. */
export function draftOf({ id, recipe }: Picture): Recipe | null {
  try {
    const stored = JSON.parse(localStorage.getItem(draftName(id)) ?? 'null') as { from: string; now: unknown } | null
    return stored?.from === recipeText(recipe ?? PLAIN) ? Recipe.parse(stored.now) : null
  } catch {
    return null
  }
}
