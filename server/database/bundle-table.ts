import { deflateRawSync, inflateRawSync } from 'node:zlib'
import { storedFlat } from '../../core/flat/flat-of.ts'
import type { BundlePicture, BundlePost } from '../../core/formats/bundle.ts'
import { parsePost } from '../../core/post/post.ts'
import { recipeText } from '../../core/recipe/recipe.ts'
import type { Db } from './open.ts'
import { PICTURE_COLUMNS, pictureOf, type PictureRow, recipeOf } from './picture-row.ts'
import { rowCount, wordCount } from './post-summaries.ts'

/** Posts and pictures with all that is known of them, as bundles carry them: read whole, and put in whole. */
export function bundleTable(db: Db) {
  const pictureRow = db.prepare<{ id: string }, PictureRow>(`
    SELECT ${PICTURE_COLUMNS} FROM pictures WHERE id = @id AND state = 'ready' AND deleted_at IS NULL`)
  const recipes = db.prepare<{ id: string }, { recipe: string; at: string }>(
    'SELECT recipe, at FROM picture_recipes WHERE picture_id = @id ORDER BY key',
  )
  const allPictures = db.prepare<[], { id: string }>(
    `SELECT id FROM pictures WHERE state = 'ready' AND deleted_at IS NULL ORDER BY number`,
  )
  const postRow = db.prepare<{ id: string }, { version: number; content: string; createdAt: string; savedAt: string }>(`
    SELECT version, content, created_at AS createdAt, saved_at AS savedAt
    FROM posts JOIN post_contents ON post_id = id WHERE id = @id AND deleted_at IS NULL`)
  const states = db.prepare<
    { id: string },
    { version: number; aside: number; published: number; savedAt: string; content: Buffer }
  >(`
    SELECT version, aside, published, saved_at AS savedAt, content FROM post_states WHERE post_id = @id ORDER BY key`)
  const known = db.prepare<{ id: string }, { id: string }>('SELECT id FROM posts WHERE id = @id')
  const byHash = db.prepare<{ hash: string }, { id: string }>('SELECT id FROM pictures WHERE hash = @hash')
  const pictureHere = db.prepare<{ id: string }, { hash: string }>('SELECT hash FROM pictures WHERE id = @id')
  const numberTaken = db.prepare<{ number: number }, { id: string }>('SELECT id FROM pictures WHERE number = @number')
  const raiseNumbers = db.prepare('UPDATE picture_numbers SET last = max(last, @number)')
  const nextNumber = db.prepare<[], { last: number }>('UPDATE picture_numbers SET last = last + 1 RETURNING last')
  const insertPicture = db.prepare(`
    INSERT INTO pictures (id, hash, state, file_name, format, bytes, width, height, colour, title, alt, caption, credit,
      licence, source, tags, focus_x, focus_y, taken_at, added_at, deleted_at, number, frames, aside_at,
      focus_suggested, came_as, came_hash, link, video, flat_of, recipe, own_width, own_height)
    VALUES (@id, @hash, 'arriving', @fileName, @format, @bytes, @width, @height, '#888888', @title, @alt, @caption,
      @credit, @licence, @source, @tags, @focusX, @focusY, @takenAt, @addedAt, NULL, @number, @frames, @asideAt,
      @focusSuggested, @cameAs, @cameHash, @link, @video, @flatOf, @recipe, @ownWidth, @ownHeight)`)
  const insertRecipe = db.prepare('INSERT INTO picture_recipes (picture_id, recipe, at) VALUES (@id, @recipe, @at)')
  const insertPost = db.prepare(`
    INSERT INTO posts (id, version, created_at, saved_at) VALUES (@id, @version, @createdAt, @savedAt)`)
  const insertContent = db.prepare('INSERT INTO post_contents (post_id, content) VALUES (@id, @content)')
  const insertState = db.prepare(`
    INSERT INTO post_states (post_id, version, aside, published, saved_at, title, words, row_count, content)
    VALUES (@id, @version, @aside, @published, @savedAt, @title, @words, @rows, @content)`)
  const addedLater = db.prepare<[], { n: number }>('SELECT count(*) AS n FROM posts')

  return {
    isEmpty: (): boolean => addedLater.get()!.n === 0,
    pictureIds: (): string[] => allPictures.all().map(({ id }) => id),
    picture(id: string): BundlePicture | undefined {
      const row = pictureRow.get({ id })
      if (!row) return undefined
      // What is found out of its bytes anew has no place in a bundle.
      const { colour: _c, flaws: _f, alike: _a, aside: _s, renditions: _r, ...told } = pictureOf(row, [])
      return {
        ...told,
        hash: row.hash,
        cameHash: row.came_hash,
        number: row.number,
        asideAt: row.aside_at,
        recipes: recipes.all({ id }).map(({ recipe, at }) => ({ recipe: recipeOf(recipe), at })),
      }
    },
    post(id: string): BundlePost | undefined {
      const row = postRow.get({ id })
      if (!row) return undefined
      const contentOf = (text: string) => parsePost(JSON.parse(text))
      return {
        id,
        version: row.version,
        createdAt: row.createdAt,
        savedAt: row.savedAt,
        content: contentOf(row.content),
        states: states.all({ id }).map(({ content, aside, published, ...state }) => ({
          ...state,
          aside: aside === 1,
          published: published === 1,
          content: contentOf(inflateRawSync(content).toString()),
        })),
      }
    },
    /** Whether a post is here, or lies in the bin. */
    hasPost: (id: string): boolean => known.get({ id }) !== undefined,
    /** What the picture of this id, or of these bytes, is called here; undefined where there is none. */
    pictureOfBytes: (hash: string): string | undefined => byHash.get({ hash })?.id,
    hasPicture: (id: string): boolean => pictureHere.get({ id }) !== undefined,
    addPicture(picture: BundlePicture): void {
      const { focus, tags, recipe, video, flatOf, recipes: had, ...rest } = picture
      const number = numberTaken.get({ number: picture.number }) ? nextNumber.get()!.last : picture.number
      insertPicture.run({
        ...rest,
        number,
        tags: JSON.stringify(tags),
        focusX: focus.x,
        focusY: focus.y,
        focusSuggested: Number(picture.focusSuggested),
        recipe: recipe ? recipeText(recipe) : '',
        video: video ? JSON.stringify(video) : '',
        flatOf: flatOf ? storedFlat(flatOf) : '',
      })
      raiseNumbers.run({ number })
      for (const { recipe: one, at } of had)
        insertRecipe.run({ id: picture.id, recipe: one ? recipeText(one) : '', at })
    },
    addPost({ id, version, createdAt, savedAt, content, states: had }: BundlePost): void {
      insertPost.run({ id, version, createdAt, savedAt })
      insertContent.run({ id, content: JSON.stringify(content) })
      for (const state of had)
        insertState.run({
          id,
          version: state.version,
          aside: Number(state.aside),
          published: Number(state.published),
          savedAt: state.savedAt,
          title: state.content.title,
          words: wordCount(state.content),
          rows: rowCount(state.content),
          content: deflateRawSync(JSON.stringify(state.content), { level: 1 }),
        })
    },
  }
}
export type BundleTable = ReturnType<typeof bundleTable>
