import type { FocusPoint } from '../../core/geometry/crop-window.ts'
import { type Recipe, recipeText } from '../../core/recipe/recipe.ts'
import type { RecipeState, Rendition } from '../../core/wire/picture.ts'
import type { Db } from './open.ts'
import { PICTURE_COLUMNS, type PictureRow, recipeOf } from './picture-row.ts'

/** What becomes of a picture that is adjusted. */
export interface ShownAnew {
  readonly recipe: Recipe | null
  /** px */
  readonly width: number
  readonly height: number
  readonly colour: string
  readonly focus: FocusPoint
  readonly renditions: readonly Rendition[]
}

export type PictureFiles = ReturnType<typeof pictureFiles>

/** What of pictures changes with their px: which file each has, its recipe, and what is made of both. */
export function pictureFiles(db: Db) {
  const byId = db.prepare<{ id: string }, PictureRow>(`SELECT ${PICTURE_COLUMNS} FROM pictures WHERE id = @id`)
  const insertRendition = db.prepare(`
    INSERT OR REPLACE INTO renditions (file, picture_id, width, height, format, bytes)
    VALUES (@file, @pictureId, @width, @height, @format, @bytes)`)
  const FILE_COLUMNS = [
    'hash',
    'came_hash',
    'file_name',
    'came_as',
    'format',
    'bytes',
    'width',
    'height',
    'colour',
    'frames',
    'recipe',
    'own_width',
    'own_height',
  ] as const
  const setFile = db.prepare(`
    UPDATE pictures SET ${FILE_COLUMNS.map((column) => `${column} = @${column}`).join(', ')} WHERE id = @id`)
  const exchangeRenditions = db.prepare(`
    UPDATE renditions SET picture_id = CASE picture_id WHEN @one THEN @two ELSE @one END
    WHERE picture_id IN (@one, @two)`)
  const exchangeRecipes = db.prepare(`
    UPDATE picture_recipes SET picture_id = CASE picture_id WHEN @one THEN @two ELSE @one END
    WHERE picture_id IN (@one, @two)`)
  const setFilesChanged = db.prepare('UPDATE pictures SET files_changed_at = @at WHERE id = @id')
  const setRecipe = db.prepare(`
    UPDATE pictures SET recipe = @recipe, width = @width, height = @height, colour = @colour,
      focus_x = @x, focus_y = @y, files_changed_at = @at
    WHERE id = @id`)
  const removeRenditions = db.prepare('DELETE FROM renditions WHERE picture_id = @id')
  const insertRecipe = db.prepare('INSERT INTO picture_recipes (picture_id, recipe, at) VALUES (@id, @recipe, @at)')
  const recipes = db.prepare<{ id: string }, { key: number; recipe: string; at: string }>(
    'SELECT key, recipe, at FROM picture_recipes WHERE picture_id = @id ORDER BY key DESC',
  )

  return {
    /** Each has the other's file and what was made of it; texts, tags and places stay. */
    exchange: db.transaction((one: string, two: string, at: string) => {
      const [first, second] = [byId.get({ id: one })!, byId.get({ id: two })!]
      // No two may have one hash, not even for a moment.
      setFile.run({ ...second, id: two, hash: `${two} exchanged` })
      setFile.run({ ...second, id: one })
      setFile.run({ ...first, id: two })
      exchangeRenditions.run({ one, two })
      exchangeRecipes.run({ one, two })
      setFilesChanged.run({ id: one, at })
    }),
    /** What is shown of it from now on, all at once: its recipe, its size, where the eye goes, and its first files. */
    setRecipe: db.transaction((id: string, shown: ShownAnew, at: string) => {
      const { recipe, width, height, colour, focus, renditions } = shown
      const text = recipe ? recipeText(recipe) : ''
      if (recipes.all({ id }).length === 0) {
        const { recipe: before, added_at } = byId.get({ id })!
        insertRecipe.run({ id, recipe: before, at: added_at })
      }
      setRecipe.run({ id, recipe: text, width, height, colour, ...focus, at })
      insertRecipe.run({ id, recipe: text, at })
      removeRenditions.run({ id })
      for (const rendition of renditions) insertRendition.run({ pictureId: id, ...rendition })
    }),
    /** Every recipe that it has or had, the last first. */
    recipesOf: (id: string): RecipeState[] => {
      const had = recipes.all({ id })
      return had.map((state) => ({ ...state, recipe: recipeOf(state.recipe) }))
    },
  }
}
