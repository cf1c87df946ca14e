/** Where what is brought in goes, and whether folders become tags: as it was chosen last. */
export interface IntakeChoices {
  readonly onlyPictures: boolean
  readonly folderTags: boolean
  /** each folder, and each archive, becomes a set */
  readonly sets: boolean
}

/** Files that were chosen together, in that order. */
export interface Batch {
  readonly keys: readonly string[]
  /** the place of the first among all pictures; undefined where the server did not say */
  readonly first: number | undefined
  readonly arrived: Map<string, string>
  /** the folder that was chosen or dropped, by key; '' for files by themselves */
  readonly tops: ReadonlyMap<string, string>
  readonly choices: IntakeChoices
}

/** The folders that were chosen or dropped, with what has come of each, in order. Files by themselves are in none. */
export function foldersIn({ keys, arrived, tops }: Batch): { readonly name: string; readonly pictures: string[] }[] {
  return [...new Set(tops.values())]
    .filter((name) => name !== '')
    .map((name) => ({
      name,
      pictures: keys.flatMap((key) => (tops.get(key) === name ? (arrived.get(key) ?? []) : [])),
    }))
    .filter(({ pictures }) => pictures.length > 0)
}
