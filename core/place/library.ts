import type { Picture } from '../wire/picture.ts'

/**
 * Where a post finds what it refers to: by id, and never by looking through all there is. The server's reads the
 * database, the browser's asks the server in batches and keeps what it got, tests give what they need.
 */
export interface Library {
  /** undefined where there is no such picture (any more) */
  readonly picture: (id: string) => Picture | undefined
}

/** A library of just these pictures. */
export function libraryOf(pictures: Iterable<Picture>): Library {
  const byId = new Map<string, Picture>()
  for (const picture of pictures) byId.set(picture.id, picture)
  return { picture: (id) => byId.get(id) }
}
