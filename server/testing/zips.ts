import yauzl from 'yauzl'
import yazl from 'yazl'

/** A file to be put into an archive. */
export interface Packed {
  readonly name: string
  readonly bytes: Buffer
  /** as it is, not deflated */
  readonly stored?: boolean
  /** by a program that learns of the sizes only as it writes: they follow the file */
  readonly streamed?: boolean
}

/** An archive as programs make it. */
export async function zipOf(files: readonly Packed[]): Promise<Buffer> {
  const zip = new yazl.ZipFile()
  for (const { name, bytes, stored, streamed } of files) {
    const options = { compress: !stored }
    if (streamed)
      zip.addReadStreamLazy(name, options, (give) => {
        void import('node:stream').then(({ Readable }) => give(null, Readable.from([bytes])))
      })
    else zip.addBuffer(bytes, name, options)
  }
  zip.end()
  const chunks: Buffer[] = []
  for await (const chunk of zip.outputStream as AsyncIterable<Buffer>) chunks.push(chunk)
  return Buffer.concat(chunks)
}

const [LOCAL, CENTRAL] = [0x04034b50, 0x02014b50]

/** Changes the flags of every file of an archive, in both places where they stand. */
export function withFlags(zip: Buffer, change: (flags: number) => number): Buffer {
  const out = Buffer.from(zip)
  for (let at = 0; at + 10 < out.length; at++) {
    const mark = out.readUInt32LE(at)
    const flags = mark === LOCAL ? at + 6 : mark === CENTRAL ? at + 8 : 0
    if (flags) out.writeUInt16LE(change(out.readUInt16LE(flags)), flags)
  }
  return out
}

/** What is in an archive, by path. */
export async function unzipped(bytes: Buffer): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>()
  const zip = await yauzl.fromBufferPromise(bytes)
  for await (const entry of zip.eachEntry()) {
    const chunks: Buffer[] = []
    for await (const chunk of (await zip.openReadStreamPromise(entry)) as AsyncIterable<Buffer>) chunks.push(chunk)
    files.set(entry.fileName, Buffer.concat(chunks))
  }
  return files
}
