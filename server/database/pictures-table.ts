import type { FocusPoint } from '../../core/geometry/crop-window.ts'
import { type FlatOf, storedFlat } from '../../core/flat/flat-of.ts'
import { Video } from '../../core/video/video.ts'
import type { Library } from '../../core/place/library.ts'
import type { Picture, PictureChanges, PictureTextsChange, Rendition } from '../../core/wire/picture.ts'
import type { FileSource } from '../pictures/decode.ts'
import { MOST_IN_BIN, type PictureUse } from '../../core/wire/picture-search.ts'
import { plainName } from '../pictures/plain-name.ts'
import type { Db } from './open.ts'
import { FIRST_COLUMNS, PICTURE_COLUMNS, pictureOf, type PictureRow, recipeOf } from './picture-row.ts'

export type PictureState = 'arriving' | 'ready'

/** A picture as intake knows it, before anyone sees it. */
export interface NewPicture
  extends Omit<
    Picture,
    | 'renditions'
    | 'flaws'
    | 'alike'
    | 'aside'
    | 'focusSuggested'
    | 'cameAs'
    | 'link'
    | 'video'
    | 'flatOf'
    | 'recipe'
    | 'ownWidth'
    | 'ownHeight'
  > {
  readonly hash: string
  /** of the file that came, where it was made smaller; else '' */
  readonly cameHash: string
  readonly state: PictureState
  /** its place in the order in which pictures were brought in */
  readonly number: number
}

export type PicturesTable = ReturnType<typeof picturesTable>

export function picturesTable(db: Db) {
  const insert = db.prepare(`
    INSERT INTO pictures (${FIRST_COLUMNS}, came_hash, own_width, own_height)
    VALUES (@id, @hash, @state, @fileName, @format, @bytes, @width, @height, @colour, @title, @alt, @caption, @credit,
      @licence, @source, @tags, @focusX, @focusY, @takenAt, @addedAt, NULL, @number, @frames, @cameHash,
      @width, @height)`)
  const giveNumbers = db.prepare<{ count: number }, { last: number }>(`
    UPDATE picture_numbers SET last = last + @count RETURNING last`)
  const numberTaken = db.prepare<{ number: number }, { id: string }>('SELECT id FROM pictures WHERE number = @number')
  const lastNumber = db.prepare<[], { last: number }>('SELECT last FROM picture_numbers')
  const setDeleted = db.prepare('UPDATE pictures SET deleted_at = @deletedAt WHERE id = @id')
  const remove = db.prepare('DELETE FROM pictures WHERE id = @id')
  const setReady = db.prepare(`UPDATE pictures SET state = 'ready', colour = @colour WHERE id = @id`)
  const byId = db.prepare<{ id: string }, PictureRow>(`SELECT ${PICTURE_COLUMNS} FROM pictures WHERE id = @id`)
  const byHash = db.prepare<{ hash: string }, PictureRow>(`SELECT ${PICTURE_COLUMNS} FROM pictures
    WHERE hash = @hash OR (came_hash <> '' AND came_hash = @hash)`)
  const byIds = db.prepare<{ ids: string }, PictureRow>(`
    SELECT ${PICTURE_COLUMNS} FROM pictures
    WHERE id IN (SELECT value FROM json_each(@ids)) AND state = 'ready' AND deleted_at IS NULL`)
  const all = db.prepare<[], PictureRow>(`SELECT ${PICTURE_COLUMNS} FROM pictures ORDER BY number`)
  const update = db.prepare(`
    UPDATE pictures SET came_as = @cameAs, file_name = @fileName, title = @title, alt = @alt,
      caption = @caption, credit = @credit, licence = @licence,
      source = @source, link = @link, tags = @tags,
      focus_x = @focusX, focus_y = @focusY, focus_suggested = focus_suggested AND NOT @focused, taken_at = @takenAt
    WHERE id = @id`)
  const setFlatOf = db.prepare('UPDATE pictures SET flat_of = @flat WHERE id = @id')
  const videos = db.prepare<[], { video: string; fileName: string }>(
    `SELECT video, file_name AS fileName FROM pictures WHERE video <> ''`,
  )
  const setVideo = db.prepare('UPDATE pictures SET video = @video WHERE id = @id')
  const suggestFocus = db.prepare(`
    UPDATE pictures SET focus_x = @x, focus_y = @y, focus_suggested = 1
    WHERE id = @id AND focus_x = 0.5 AND focus_y = 0.5`)
  const insertRendition = db.prepare(`
    INSERT OR REPLACE INTO renditions (file, picture_id, width, height, format, bytes)
    VALUES (@file, @pictureId, @width, @height, @format, @bytes)`)
  const removeRendition = db.prepare('DELETE FROM renditions WHERE file = @file')
  const allRenditions = db.prepare<[], Rendition & { pictureId: string }>(`
    SELECT file, picture_id AS pictureId, width, height, format, bytes FROM renditions`)
  const renditionsOf = db.prepare<{ ids: string }, Rendition & { pictureId: string }>(`
    SELECT picture_id AS pictureId, width, height, format, bytes, file FROM renditions
    WHERE picture_id IN (SELECT value FROM json_each(@ids)) ORDER BY width`)
  const deletedBefore = db.prepare<{ moment: string }, { id: string }>(`
    SELECT id FROM pictures
    WHERE deleted_at < @moment AND id NOT IN (SELECT picture_id FROM pictures_shown)`)
  const usesOf = db.prepare<{ id: string }, PictureUse>(`
    SELECT posts.id, posts.title
    FROM pictures_shown AS shown JOIN posts ON posts.id = shown.post_id
    WHERE shown.picture_id = @id AND posts.deleted_at IS NULL
    ORDER BY posts.created_at`)

  const deleted = db.prepare<{ most: number }, PictureRow>(`
    SELECT ${PICTURE_COLUMNS} FROM pictures WHERE deleted_at IS NOT NULL AND state = 'ready'
    ORDER BY deleted_at DESC, number LIMIT @most`)

  /** Rows as pictures, in their order, with the files that are made of each. Two questions, however many rows. */
  function withFiles(rows: readonly PictureRow[]): Picture[] {
    const files = new Map(rows.map((row) => [row.id, [] as Rendition[]]))
    for (const { pictureId, ...file } of renditionsOf.all({ ids: JSON.stringify(rows.map(({ id }) => id)) }))
      files.get(pictureId)?.push(file)
    return rows.map((row) => pictureOf(row, files.get(row.id)!))
  }
  const seen = (row: PictureRow | undefined) => row?.state === 'ready' && row.deleted_at === null

  function change(id: string, wanted: PictureTextsChange): void {
    const row = byId.get({ id })
    if (!row) return
    const { focus, tags, ...after } = { ...pictureOf(row, []), ...wanted }
    const { title, alt, caption, credit, licence, source, link, takenAt } = after
    const fileName = plainName(wanted.fileName ?? row.file_name)
    // The first name is kept, whatever it is called later; called so again, it needs no second.
    const first = row.came_as || row.file_name
    const cameAs = fileName === first ? '' : first
    const texts = {
      fileName,
      cameAs,
      title,
      alt,
      caption,
      credit,
      licence,
      source,
      link,
      takenAt,
      tags: JSON.stringify(tags),
    }
    update.run({ id, ...texts, focusX: focus.x, focusY: focus.y, focused: wanted.focus ? 1 : 0 })
  }

  return {
    withFiles,
    setFlatOf: (id: string, flat: FlatOf): void => void setFlatOf.run({ id, flat: storedFlat(flat) }),
    /** Video files of one's own, with the name of the picture that stands for each; those of deleted pictures too. */
    listVideoFiles: (): { file: string; fileName: string }[] =>
      videos.all().flatMap(({ video, fileName }) => {
        const parsed = Video.parse(JSON.parse(video))
        return parsed.from === 'file' ? [{ file: parsed.file, fileName }] : []
      }),
    setVideo: (id: string, video: Video): void => void setVideo.run({ id, video: JSON.stringify(video) }),
    /** The first of so many numbers in a row, for pictures that are about to come. */
    giveNumbers: (count: number): number => giveNumbers.get({ count })!.last - count + 1,
    /** This number where it was given out and is free, else a new one. */
    numberFor: (wanted: number | undefined): number =>
      wanted !== undefined && wanted > 0 && wanted <= lastNumber.get()!.last && !numberTaken.get({ number: wanted })
        ? wanted
        : giveNumbers.get({ count: 1 })!.last,
    add(picture: NewPicture): void {
      const { tags, focus, ...rest } = picture
      insert.run({ ...rest, tags: JSON.stringify(tags), focusX: focus.x, focusY: focus.y })
    },
    remove: (id: string): void => void remove.run({ id }),
    /** Hides a picture, or with null brings it back; false where there is none. */
    setDeleted: (id: string, deletedAt: string | null): boolean => setDeleted.run({ id, deletedAt }).changes > 0,
    /** What was deleted and can still be brought back, the last first. */
    listDeleted: (): { picture: Picture; deletedAt: string }[] => {
      const rows = deleted.all({ most: MOST_IN_BIN })
      return withFiles(rows).map((picture, i) => ({ picture, deletedAt: rows[i]!.deleted_at! }))
    },
    /** Ids of pictures that were deleted before this moment and that no post shows, not even a deleted one. */
    listDeletedBefore: (moment: string): string[] => deletedBefore.all({ moment }).map(({ id }) => id),
    /** Where nobody has chosen one. */
    suggestFocus: (id: string, focus: FocusPoint): void => void suggestFocus.run({ id, ...focus }),
    setReady: (id: string, colour: string): void => void setReady.run({ id, colour }),
    /** With state and hash, for intake; whether anyone may see it yet or not. */
    findStored(
      key: { id: string } | { hash: string },
    ): (Picture & { hash: string; state: PictureState; deletedAt: string | null }) | undefined {
      const row = 'id' in key ? byId.get(key) : byHash.get(key)
      return row && { ...withFiles([row])[0]!, hash: row.hash, state: row.state, deletedAt: row.deleted_at }
    },
    find(id: string): Picture | undefined {
      const row = byId.get({ id })
      return seen(row) ? withFiles([row!])[0] : undefined
    },
    /** Those of these ids that are there, in no order. */
    findAll: (ids: readonly string[]): Picture[] => withFiles(byIds.all({ ids: JSON.stringify(ids) })),
    /** Just these pictures, read when the first of them is asked for. */
    library(ids: readonly string[]): Library {
      let known: Map<string, Picture> | undefined
      return {
        picture: (id) => {
          known ??= new Map(withFiles(byIds.all({ ids: JSON.stringify(ids) })).map((picture) => [picture.id, picture]))
          return known.get(id)
        },
      }
    },
    usesOf: (id: string): PictureUse[] => usesOf.all({ id }),
    /** Every picture there is, whatever its state: for looking through the files at the start. */
    listStored: (): (FileSource & { id: string; state: PictureState; fileName: string })[] =>
      all.all().map(({ file_name: fileName, own_width: ownWidth, own_height: ownHeight, recipe, ...row }) => ({
        ...row,
        fileName,
        ownWidth,
        ownHeight,
        recipe: recipeOf(recipe),
      })),
    change,
    /** All of them or none; those that are not there are left out. */
    changeMany: db.transaction((changes: PictureChanges['changes']) => {
      for (const { id, change: own } of changes) change(id, own)
    }),
    addRenditions: db.transaction((pictureId: string, files: readonly Rendition[]): void => {
      for (const file of files) insertRendition.run({ pictureId, ...file })
    }),
    /** Everything that is changed meanwhile, or nothing of it: one wait for the disk. */
    together: <T>(changes: () => T): T => db.transaction(changes)(),
    removeRendition: (file: string): void => void removeRendition.run({ file }),
    listRenditions: () => allRenditions.all(),
  }
}
