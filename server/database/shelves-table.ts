import type { Shelf, ShelfChange } from '../../core/wire/sets.ts'
import type { Db } from './open.ts'

export type ShelvesTable = ReturnType<typeof shelvesTable>

/** Shelves, on which sets and other shelves stand in an order. */
export function shelvesTable(db: Db) {
  const all = db.prepare<[], { id: string; name: string; parent: string | null }>(
    'SELECT id, name, parent_id AS parent FROM shelves ORDER BY position, id',
  )
  const standing = db.prepare<[], { shelf: string; id: string }>(`
    SELECT shelf_id AS shelf, set_id AS id FROM shelf_sets
    JOIN sets ON sets.id = set_id AND sets.deleted_at IS NULL ORDER BY shelf_sets.position`)
  const insert = db.prepare(`
    INSERT INTO shelves (id, name, parent_id, position)
    VALUES (@id, @name, @parent, (SELECT COALESCE(max(position), 0) + 1 FROM shelves))`)
  const rename = db.prepare('UPDATE shelves SET name = @name WHERE id = @id')
  const move = db.prepare('UPDATE shelves SET parent_id = @parent WHERE id = @id')
  const clear = db.prepare(`
    DELETE FROM shelf_sets WHERE shelf_id = @id
    AND set_id IN (SELECT id FROM sets WHERE deleted_at IS NULL)`)
  const add = db.prepare(`
    INSERT OR IGNORE INTO shelf_sets (shelf_id, set_id, position)
    SELECT @id, sets.id, @position FROM sets WHERE sets.id = @set AND deleted_at IS NULL`)
  const lift = db.prepare('UPDATE shelves SET parent_id = NULL WHERE parent_id = @id')
  const remove = db.prepare('DELETE FROM shelves WHERE id = @id')
  const exists = db.prepare<{ id: string }, { parent: string | null }>(
    'SELECT parent_id AS parent FROM shelves WHERE id = @id',
  )

  return {
    list(): Shelf[] {
      const sets = new Map<string, string[]>()
      for (const { shelf, id } of standing.all()) sets.set(shelf, [...(sets.get(shelf) ?? []), id])
      return all.all().map((shelf) => ({ ...shelf, sets: sets.get(shelf.id) ?? [] }))
    },
    has: (id: string): boolean => exists.get({ id }) !== undefined,
    /** Whether shelves may stand on it: one level deep. */
    holdsShelves: (id: string): boolean => exists.get({ id })?.parent === null,
    create: (id: string, name: string, parent: string | null): void => void insert.run({ id, name, parent }),
    change: db.transaction((id: string, { name, parent, sets }: ShelfChange): void => {
      if (name !== undefined) rename.run({ id, name })
      if (parent !== undefined) move.run({ id, parent })
      if (!sets) return
      clear.run({ id })
      sets.forEach((set, position) => add.run({ id, set, position }))
    }),
    /** Shelves that stood on it stand by themselves; its sets stay. */
    remove: db.transaction((id: string): void => {
      lift.run({ id })
      remove.run({ id })
    }),
  }
}
