import type { Picture, PictureTextsChange, Rendition } from '../../core/wire/picture.ts'
import type { Db } from './open.ts'

export type PictureState = 'arriving' | 'ready'

/** A picture as intake knows it, before anyone sees it. */
export interface NewPicture extends Omit<Picture, 'renditions' | 'usedIn'> {
  readonly hash: string
  readonly state: PictureState
}

interface PictureRow {
  id: string
  hash: string
  state: PictureState
  file_name: string
  format: string
  bytes: number
  width: number
  height: number
  colour: string
  title: string
  alt: string
  caption: string
  credit: string
  tags: string
  focus_x: number
  focus_y: number
  taken_at: string | null
  added_at: string
  deleted_at: string | null
}

const COLUMNS = `id, hash, state, file_name, format, bytes, width, height, colour, title, alt, caption, credit, tags,
  focus_x, focus_y, taken_at, added_at, deleted_at`

export type PicturesTable = ReturnType<typeof picturesTable>

export function picturesTable(db: Db) {
  const insert = db.prepare(`
    INSERT INTO pictures (${COLUMNS})
    VALUES (@id, @hash, @state, @fileName, @format, @bytes, @width, @height, @colour, @title, @alt, @caption, @credit,
      @tags, @focusX, @focusY, @takenAt, @addedAt, NULL)`)
  const setDeleted = db.prepare('UPDATE pictures SET deleted_at = @deletedAt WHERE id = @id')
  const remove = db.prepare('DELETE FROM pictures WHERE id = @id')
  const setReady = db.prepare(`UPDATE pictures SET state = 'ready', colour = @colour WHERE id = @id`)
  const byId = db.prepare<{ id: string }, PictureRow>(`SELECT ${COLUMNS} FROM pictures WHERE id = @id`)
  const byHash = db.prepare<{ hash: string }, PictureRow>(`SELECT ${COLUMNS} FROM pictures WHERE hash = @hash`)
  const ready = db.prepare<[], PictureRow>(
    `SELECT ${COLUMNS} FROM pictures WHERE state = 'ready' AND deleted_at IS NULL ORDER BY added_at, id`,
  )
  const all = db.prepare<[], PictureRow>(`SELECT ${COLUMNS} FROM pictures ORDER BY added_at, id`)
  const update = db.prepare(`
    UPDATE pictures SET title = @title, alt = @alt, caption = @caption, credit = @credit, tags = @tags,
      focus_x = @focusX, focus_y = @focusY
    WHERE id = @id`)
  const insertRendition = db.prepare(`
    INSERT OR REPLACE INTO renditions (file, picture_id, width, height, format, bytes)
    VALUES (@file, @pictureId, @width, @height, @format, @bytes)`)
  const removeRendition = db.prepare('DELETE FROM renditions WHERE file = @file')
  const renditions = db.prepare<[], Rendition & { pictureId: string }>(`
    SELECT file, picture_id AS pictureId, width, height, format, bytes FROM renditions ORDER BY width`)
  const renditionsOf = db.prepare<{ id: string }, Rendition>(`
    SELECT width, height, format, bytes, file FROM renditions WHERE picture_id = @id ORDER BY width`)
  const deletedBefore = db.prepare<{ moment: string }, { id: string }>(`
    SELECT id FROM pictures
    WHERE deleted_at < @moment AND id NOT IN (SELECT picture_id FROM pictures_shown)`)
  const uses = db.prepare<[], { picture_id: string; id: string; title: string }>(`
    SELECT shown.picture_id, posts.id, json_extract(posts.content, '$.title') AS title
    FROM pictures_shown AS shown JOIN posts ON posts.id = shown.post_id
    WHERE posts.deleted_at IS NULL
    ORDER BY posts.created_at`)
  const usesOf = db.prepare<{ id: string }, { id: string; title: string }>(`
    SELECT posts.id, json_extract(posts.content, '$.title') AS title
    FROM pictures_shown AS shown JOIN posts ON posts.id = shown.post_id
    WHERE shown.picture_id = @id AND posts.deleted_at IS NULL
    ORDER BY posts.created_at`)

  const value = (row: PictureRow, made: Rendition[], usedIn: Picture['usedIn']): Picture => ({
    id: row.id,
    fileName: row.file_name,
    width: row.width,
    height: row.height,
    bytes: row.bytes,
    format: row.format,
    title: row.title,
    alt: row.alt,
    caption: row.caption,
    credit: row.credit,
    tags: JSON.parse(row.tags) as string[],
    focus: { x: row.focus_x, y: row.focus_y },
    colour: row.colour,
    takenAt: row.taken_at,
    addedAt: row.added_at,
    renditions: made,
    usedIn,
  })

  const group = <T>(rows: readonly T[], key: (row: T) => string) => {
    const groups = new Map<string, T[]>()
    for (const row of rows) groups.set(key(row), [...(groups.get(key(row)) ?? []), row])
    return groups
  }

  return {
    add(picture: NewPicture): void {
      const { tags, focus, ...rest } = picture
      insert.run({ ...rest, tags: JSON.stringify(tags), focusX: focus.x, focusY: focus.y })
    },
    remove: (id: string): void => void remove.run({ id }),
    /** Hides a picture, or with null brings it back; false where there is none. */
    setDeleted: (id: string, deletedAt: string | null): boolean => setDeleted.run({ id, deletedAt }).changes > 0,
    /** Ids of pictures that were deleted before this moment and that no post shows, not even a deleted one. */
    listDeletedBefore: (moment: string): string[] => deletedBefore.all({ moment }).map(({ id }) => id),
    setReady: (id: string, colour: string): void => void setReady.run({ id, colour }),
    /** With state and hash, for intake; whether anyone may see it yet or not. */
    findStored(
      key: { id: string } | { hash: string },
    ): (Picture & { hash: string; state: PictureState; deletedAt: string | null }) | undefined {
      const row = 'id' in key ? byId.get(key) : byHash.get(key)
      return (
        row && {
          ...value(row, renditionsOf.all({ id: row.id }), usesOf.all({ id: row.id })),
          hash: row.hash,
          state: row.state,
          deletedAt: row.deleted_at,
        }
      )
    },
    /** Everyone's pictures, in the order they came. */
    list(): Picture[] {
      const made = group(renditions.all(), (row) => row.pictureId)
      const used = group(uses.all(), (row) => row.picture_id)
      return ready.all().map((row) =>
        value(
          row,
          (made.get(row.id) ?? []).map(({ pictureId: _, ...rendition }) => rendition),
          (used.get(row.id) ?? []).map(({ id, title }) => ({ id, title })),
        ),
      )
    },
    find(id: string): Picture | undefined {
      const row = byId.get({ id })
      return row?.state === 'ready' && row.deleted_at === null
        ? value(row, renditionsOf.all({ id }), usesOf.all({ id }))
        : undefined
    },
    listStored: (): {
      id: string
      hash: string
      state: PictureState
      format: string
      width: number
      height: number
    }[] => all.all(),
    change(id: string, change: PictureTextsChange): void {
      const row = byId.get({ id })
      if (!row) return
      const { title, alt, caption, credit, tags, focus } = { ...value(row, [], []), ...change }
      update.run({ id, title, alt, caption, credit, tags: JSON.stringify(tags), focusX: focus.x, focusY: focus.y })
    },
    addRendition: (pictureId: string, rendition: Rendition): void =>
      void insertRendition.run({ pictureId, ...rendition }),
    removeRendition: (file: string): void => void removeRendition.run({ file }),
    listRenditions: () => renditions.all(),
  }
}
