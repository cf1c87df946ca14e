import { type CarriedTexts, xmpOf } from './write-xmp.ts'

/** A WebP file with the very px that it has, and its texts (WebP Container Specification, RFC 9649). */

const XMP_FLAG = 0x04
const ALPHA_FLAG = 0x10

interface Chunk {
  readonly name: string
  readonly body: Buffer
}

const written = ({ name, body }: Chunk): Buffer => {
  const head = Buffer.alloc(8)
  head.write(name, 0, 'latin1')
  head.writeUInt32LE(body.length, 4)
  return Buffer.concat([head, body, ...(body.length % 2 ? [Buffer.alloc(1)] : [])])
}

/** The head of an extended file, from what a simple one says of itself; undefined where it can't be read. */
function extended({ name, body }: Chunk): Buffer | undefined {
  const size = name === 'VP8 ' ? lossySize(body) : name === 'VP8L' ? losslessSize(body) : undefined
  if (!size) return undefined
  const head = Buffer.alloc(10)
  head[0] = size.alpha ? ALPHA_FLAG : 0
  head.writeUIntLE(size.width - 1, 4, 3)
  head.writeUIntLE(size.height - 1, 7, 3)
  return head
}

/** Of a key frame: RFC 6386, 9.1. */
function lossySize(body: Buffer) {
  if (body.length < 10 || body.readUIntBE(3, 3) !== 0x9d012a) return undefined
  return { width: body.readUInt16LE(6) & 0x3fff, height: body.readUInt16LE(8) & 0x3fff, alpha: false }
}

function losslessSize(body: Buffer) {
  if (body.length < 5 || body[0] !== 0x2f) return undefined
  const bits = body.readUInt32LE(1)
  return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1, alpha: ((bits >>> 28) & 1) === 1 }
}

/** undefined where it is no WebP that can be walked through. */
export function carriedWebp(file: Buffer, texts: CarriedTexts): Buffer | undefined {
  if (file.length < 20 || file.toString('latin1', 0, 4) !== 'RIFF' || file.toString('latin1', 8, 12) !== 'WEBP')
    return undefined
  const chunks: Chunk[] = []
  for (let at = 12; at + 8 <= file.length; ) {
    const length = file.readUInt32LE(at + 4)
    if (at + 8 + length > file.length) return undefined
    chunks.push({ name: file.toString('latin1', at, at + 4), body: file.subarray(at + 8, at + 8 + length) })
    at += 8 + length + (length % 2)
  }
  const [first, ...rest] = chunks
  const head = first?.name === 'VP8X' ? Buffer.from(first.body) : first && extended(first)
  if (!head || !first) return undefined
  head[0]! |= XMP_FLAG
  const others = (first.name === 'VP8X' ? rest : chunks).filter(({ name }) => name !== 'XMP ')
  const body = Buffer.concat(
    [{ name: 'VP8X', body: head }, ...others, { name: 'XMP ', body: Buffer.from(xmpOf(texts)) }].map(written),
  )
  const riff = Buffer.alloc(12)
  riff.write('RIFF', 0, 'latin1')
  riff.writeUInt32LE(body.length + 4, 4)
  riff.write('WEBP', 8, 'latin1')
  return Buffer.concat([riff, body])
}
