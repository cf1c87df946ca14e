import type { Picture } from '../wire/picture.ts'

/** What files of pictures are called where they leave: as they came, in letters that every system takes, each once. */

/** Names that some systems keep for themselves. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i

function plainStem(fileName: string): string {
  const stem = fileName
    .replace(/\.[^.]*$/, '')
    .normalize('NFC')
    .replace(/[^\p{L}\p{M}\p{N}_-]+/gu, '-')
    .replace(/^[-.]+|-+$/g, '')
    .slice(0, 80)
  return stem === '' || RESERVED.test(stem) ? `picture${stem ? `-${stem}` : ''}` : stem
}

/** A name for each picture by its id, in their order. `ending` is that of the file that leaves, without a dot. */
export function picturePaths(
  pictures: readonly Picture[],
  ending: (picture: Picture) => string,
): ReadonlyMap<string, string> {
  const taken = new Set<string>()
  const names = new Map<string, string>()
  for (const picture of pictures) {
    if (names.has(picture.id)) continue
    const stem = plainStem(picture.fileName)
    const end = ending(picture)
    let name = `${stem}.${end}`
    for (let again = 2; taken.has(name.toLowerCase()); again++) name = `${stem}-${again}.${end}`
    taken.add(name.toLowerCase())
    names.set(picture.id, name)
  }
  return names
}

/** The ending of a file as it came. */
export const ownEnding = ({ fileName, format }: Picture): string =>
  /\.([a-z0-9]{2,5})$/i.exec(fileName)?.[1]?.toLowerCase() ?? format.toLowerCase()
