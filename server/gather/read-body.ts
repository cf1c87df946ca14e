import type { Readable } from 'node:stream'

/** The beginning of a body, at most so many bytes; `whole` says whether there was no more. */
export async function readBody(body: Readable, most: number): Promise<{ bytes: Buffer; whole: boolean }> {
  const chunks: Buffer[] = []
  let length = 0
  for await (const chunk of body as AsyncIterable<Buffer>) {
    chunks.push(chunk)
    length += chunk.length
    if (length > most) break
  }
  return { bytes: Buffer.concat(chunks).subarray(0, most), whole: length <= most }
}
