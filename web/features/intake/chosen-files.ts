import { isJunk } from '../../../core/files/junk.ts'

/** What was chosen or dropped, told apart: pictures, with the folder that each lies in, and archives. */
export interface ChosenFiles {
  readonly files: readonly ChosenFile[]
  readonly archives: readonly File[]
  /** hidden files, and what systems put into folders by themselves */
  readonly skipped: number
}

export interface ChosenFile {
  readonly file: File
  /** "Kite day/first"; '' where it came by itself */
  readonly folder: string
}

/** Where the file lay: said by a folder that was chosen, or by one that was dropped. */
function pathOf(file: File): string {
  const dropped = (file as File & { readonly path?: string }).path
  return (file.webkitRelativePath || dropped || file.name).replace(/^(\.?\/)+/, '')
}

const ARCHIVE = /\.zip$/i
const ARCHIVE_TYPES = ['application/zip', 'application/x-zip-compressed']
const inOrder = new Intl.Collator(undefined, { numeric: true })

/** Files of folders stand in the order of their folders and names; those chosen one by one as they were chosen. */
export function chosenFiles(list: readonly File[]): ChosenFiles {
  const all = list.map((file) => ({ file, path: pathOf(file) }))
  const kept = all.filter(({ path }) => !path.includes('/') || !isJunk(path))
  if (kept.some(({ path }) => path.includes('/'))) kept.sort((a, b) => inOrder.compare(a.path, b.path))
  const isArchive = ({ name, type }: File) => ARCHIVE.test(name) || ARCHIVE_TYPES.includes(type)
  return {
    files: kept
      .filter(({ file }) => !isArchive(file))
      .map(({ file, path }) => ({ file, folder: path.slice(0, Math.max(0, path.lastIndexOf('/'))) })),
    archives: kept.flatMap(({ file }) => (isArchive(file) ? [file] : [])),
    skipped: all.length - kept.length,
  }
}
