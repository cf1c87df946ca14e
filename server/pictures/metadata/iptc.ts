import { strictUtf8, tidy, windows1252 } from './text-encodings.ts'

/** IPTC's Information Interchange Model, version 4: text fields by record 2's dataset number, in order. */
export type Iptc = ReadonlyMap<number, readonly string[]>

export const IPTC_FIELDS = {
  title: 5,
  keywords: 25,
  date: 55,
  time: 60,
  creator: 80,
  headline: 105,
  credit: 110,
  copyright: 116,
  caption: 120,
} as const

const IMAGE_RESOURCE = '8BIM'
const IPTC_RESOURCE = 0x0404
const MARK = 0x1c
const UTF8_DECLARED = '\x1b%G'

/** Reads a block that is either the model's own records or an image program's resources with them inside. */
export function readIptc(block: Buffer): Iptc {
  const records = recordsOf(block)
  let utf8 = false
  const found: { dataset: number; bytes: Buffer }[] = []
  for (let at = 0; at + 5 <= records.length && records[at] === MARK; ) {
    const [record, dataset] = [records[at + 1]!, records[at + 2]!]
    const length = records.readUInt16BE(at + 3)
    // Longer than 32,767 bytes: the length itself is that many bytes long, and no text that we keep is.
    if (length & 0x8000) break
    const bytes = records.subarray(at + 5, at + 5 + length)
    if (record === 1 && dataset === 90) utf8 = bytes.toString('latin1') === UTF8_DECLARED
    else if (record === 2) found.push({ dataset, bytes })
    at += 5 + length
  }
  // Programs write UTF-8 without saying so: where all fields together are UTF-8, they are meant as that.
  const asUtf8 = utf8 || strictUtf8(Buffer.concat(found.map(({ bytes }) => bytes))) !== undefined
  const fields = new Map<number, string[]>()
  for (const { dataset, bytes } of found) {
    const text = tidy(asUtf8 ? new TextDecoder().decode(bytes) : windows1252(bytes))
    if (text) fields.set(dataset, [...(fields.get(dataset) ?? []), text])
  }
  return fields
}

function recordsOf(block: Buffer): Buffer {
  if (block[0] === MARK) return block
  let at = block.indexOf(IMAGE_RESOURCE)
  while (at >= 0 && at + 12 <= block.length && block.toString('latin1', at, at + 4) === IMAGE_RESOURCE) {
    const id = block.readUInt16BE(at + 4)
    // A name whose length, with its own byte, is even.
    const name = 1 + block[at + 6]!
    const data = at + 6 + name + (name % 2)
    if (data + 4 > block.length) break
    const length = block.readUInt32BE(data)
    if (id === IPTC_RESOURCE) return block.subarray(data + 4, data + 4 + length)
    at = data + 4 + length + (length % 2)
  }
  return Buffer.alloc(0)
}
