import { ROW_KINDS, type RowKind } from '../../../core/kinds/options.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { type PostContent, slug } from '../../../core/post/post.ts'
import { count } from '../../ui/words.ts'
import { fileAt, type Files } from './incoming-files.ts'
import type { NamedPicture, ReadAnswer } from './incoming-worker.ts'

type Read = Extract<ReadAnswer, { readonly post: unknown }>

/** A line of the docket: one text, and how far it is. */
export interface IncomingLine {
  readonly key: string
  readonly path: string
  readonly kind: 'markdown' | 'html'
  readonly text: string
  readonly base: string
  readonly files: Files
  readonly state: 'reading' | 'understood' | 'refused' | 'waiting' | 'coming' | 'here'
  /** why it was refused, or what is being done */
  readonly told: string
  readonly read: Read | null
  /** the bundle that it is a post of, and its name there */
  readonly bundle: { readonly file: File; readonly id: string; readonly states: number } | null
  /** it is to become a post */
  readonly wanted: boolean
  /** pictures that lie far away are to be fetched */
  readonly fetchFar: boolean
  /** the post that has this address on the blog already */
  readonly taken: { readonly id: string; readonly title: string } | null
  /** the post that has its title already */
  readonly titled: string | null
  /** the post that it has become */
  readonly post: string | null
  /** pictures that could not be had in the end */
  readonly lost: readonly string[]
}

export const addressIn = (content: PostContent): string => content.address || slug(content.title)

export interface PicturesFound {
  readonly found: readonly NamedPicture[]
  readonly far: readonly NamedPicture[]
  readonly missing: readonly NamedPicture[]
}

/** Where each picture of a text is. */
export function picturesFound({ read, files }: Pick<IncomingLine, 'read' | 'files'>): PicturesFound {
  const all = read?.pictures ?? []
  const here = ({ place }: NamedPicture) =>
    place.at === 'data' || (place.at === 'file' && fileAt(files, place.path) !== undefined)
  return {
    found: all.filter(here),
    far: all.filter(({ place }) => place.at === 'web'),
    missing: all.filter((one) => one.place.at !== 'web' && !here(one)),
  }
}

const KIND_WORDS: Record<RowKind, readonly [string, string]> = {
  one: ['picture alone', 'pictures alone'],
  'side-by-side': ['row side by side', 'rows side by side'],
  patchwork: ['patchwork', 'patchworks'],
  gallery: ['gallery', 'galleries'],
  slideshow: ['slideshow', 'slideshows'],
}

/** "1,204 words, 3 pictures alone, 1 gallery": what the post will be, with those of its pictures that come. */
export function understoodIn(line: IncomingLine, { body }: PostContent, words: number): string {
  const { missing, far } = picturesFound(line)
  const absent = new Set([...missing, ...(line.fetchFar ? [] : far)].map(({ id }) => id))
  const rows = rowsOf(body).flatMap(({ kind, pictures }) => {
    const come = pictures.filter(({ id }) => !absent.has(id)).length
    return come === 0 ? [] : [come === 1 ? 'one' : kind]
  })
  const kinds = ROW_KINDS.flatMap((kind) => {
    const n = rows.filter((one) => one === kind).length
    return n ? [`${n} ${KIND_WORDS[kind][n === 1 ? 0 : 1]}`] : []
  })
  return [count(words, 'word'), ...kinds].join(', ')
}

/** What does not become part of the post, each in words. */
export function leftOutOf(line: IncomingLine): string[] {
  if (!line.read) return []
  const { post } = line.read
  const { missing, far } = picturesFound(line)
  const names = missing.map(({ src }) => src.slice(0, 60))
  const more = names.length > 3 ? ` and ${names.length - 3} more` : ''
  return [
    ...(names.length
      ? [
          `${count(names.length, 'picture')} not among the files, with a place kept for ${names.length === 1 ? 'it' : 'each'}: ${names.slice(0, 3).join(', ')}${more}`,
        ]
      : []),
    ...(far.length && !line.fetchFar
      ? [
          `${count(far.length, 'picture')} far away, not fetched; a place is kept for ${far.length === 1 ? 'it' : 'each'}`,
        ]
      : []),
    ...(post.players.length
      ? [`${count(post.players.length, 'player')}: what can’t be had as a video stays as an address`]
      : []),
    ...[...post.leftOut].map(([what, times]) => (times > 1 ? `${what} (${times} times)` : what)),
    ...post.faults.map(({ line: at, why }) => (at === undefined ? why : `line ${at}: ${why}`)),
  ]
}
