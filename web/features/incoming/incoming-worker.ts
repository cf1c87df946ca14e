import '../../zod-without-eval.ts'
import { type PlaceOfFile, placeOfFile } from '../../../core/formats/incoming/addresses.ts'
import { type IncomingPost, type IncomingText, readIncoming } from '../../../core/formats/incoming/incoming-post.ts'
import type { Inherited } from '../../../core/formats/row-text/picture-choices.ts'

/** Reads texts by others off the main thread, where one that takes for ever can be given up. */

export interface ReadQuestion {
  readonly key: number
  readonly text: IncomingText
  /** the folder of the text among the files */
  readonly folder: string
  readonly measure: number
  /** pictures by what the text calls them, once they are here */
  readonly ids: ReadonlyMap<string, string>
  /** what pictures have of themselves, by id */
  readonly texts: ReadonlyMap<string, Inherited>
  /** width / height of each, by id */
  readonly shapes: ReadonlyMap<string, number>
}

/** A picture that the text names. */
export interface NamedPicture {
  readonly src: string
  /** what it is called by until it is here */
  readonly id: string
  readonly place: PlaceOfFile
  readonly alt: string
}

export type ReadAnswer =
  | { readonly key: number; readonly post: IncomingPost; readonly pictures: readonly NamedPicture[] }
  | { readonly key: number; readonly failed: string }

const NOTHING: Inherited = { alt: '', caption: '', credit: '', link: '' }

self.addEventListener('message', ({ data }: MessageEvent<ReadQuestion>) => {
  const { key, text, folder, measure, ids, texts, shapes } = data
  const pictures = new Map<string, NamedPicture>()
  let rows = 0
  try {
    const post = readIncoming(text, {
      measure,
      newRowId: () => `row-${++rows}-${crypto.randomUUID().slice(0, 8)}`,
      pictures: {
        idOf({ src, alt }) {
          const known = pictures.get(src)
          const id = ids.get(src) ?? known?.id ?? `missing-${pictures.size + 1}`
          if (!known) pictures.set(src, { src, id, place: placeOfFile(src, text.base, folder), alt: alt ?? '' })
          return id
        },
        inherited: (id) => texts.get(id) ?? NOTHING,
        shapeOf: (id) => shapes.get(id),
      },
    })
    self.postMessage({ key, post, pictures: [...pictures.values()] } satisfies ReadAnswer)
  } catch (error) {
    self.postMessage({ key, failed: (error as Error).message } satisfies ReadAnswer)
  }
})
