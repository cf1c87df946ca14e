import type { ReadStream } from 'node:fs'
import { PassThrough, type Readable } from 'node:stream'
import yazl from 'yazl'

/** A file of an export: its path from the top, and what is in it, made when its turn comes. undefined where it is gone by then. */
export interface ExportFile {
  readonly path: string
  readonly bytes: () => Promise<Buffer | undefined>
}

/** What is packed already gains nothing from being packed again. */
const PACKED = /\.(webp|jpe?g|png|woff2|mp4|webm|zip)$/

/** The files as one ZIP archive, one after another, so that never more than one of them is in memory. */
export function zipOf(files: Iterable<ExportFile>, now: Date): Readable {
  const zip = new yazl.ZipFile()
  for (const { path, bytes } of files)
    zip.addReadStreamLazy(path, { compress: !PACKED.test(path), mtime: now }, (give) => {
      bytes().then(
        (found) => {
          const stream = new PassThrough()
          stream.end(found ?? Buffer.alloc(0))
          give(null, stream as unknown as ReadStream)
        },
        (error: Error) => give(error, undefined as never),
      )
    })
  return ended(zip)
}

/** All that was put in, as a stream that ends with an error where a file can't be read, rather than never. */
export function ended(zip: yazl.ZipFile): Readable {
  const archive = zip.outputStream as unknown as Readable
  zip.on('error', (error: Error) => archive.destroy(error))
  zip.end()
  return archive
}
