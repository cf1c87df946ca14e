import { createHash } from 'node:crypto'
import { open, rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import type { Readable } from 'node:stream'
import { Refusal } from '../refusal.ts'

/** Bytes that a request says it has; undefined where it does not say. */
export function announcedBytes(request: IncomingMessage): number | undefined {
  const length = Number(request.headers['content-length'])
  return Number.isFinite(length) ? length : undefined
}

/**
 * Writes a body to `target` as it comes, hashing it on the way. Nothing is left there on failure.
 * Refuses bodies over `largest` bytes, empty ones, and those cut off before `announced` bytes.
 */
export async function receive(
  body: Readable,
  target: string,
  largest: number,
  announced: number | undefined,
): Promise<{ hash: string; bytes: number }> {
  const tooLarge = () => new Refusal('file-too-large', { limit: Math.round(largest / 1e6) })
  if (announced !== undefined && announced > largest) {
    // Read to the end all the same: a browser shows the answer only after it has sent everything.
    body.resume()
    throw tooLarge()
  }
  const hash = createHash('sha256')
  let bytes = 0
  const file = await open(target, 'w')
  try {
    for await (const chunk of body as AsyncIterable<Buffer>) {
      bytes += chunk.length
      if (bytes > largest) throw tooLarge()
      hash.update(chunk)
      await file.write(chunk)
    }
    if (announced !== undefined && bytes < announced) throw new Refusal('upload-cut')
    if (bytes === 0) throw new Refusal('file-empty')
    await file.sync()
  } catch (error) {
    await rm(target, { force: true })
    throw (error as NodeJS.ErrnoException).code === 'ECONNRESET' ? new Refusal('upload-cut') : error
  } finally {
    await file.close()
  }
  return { hash: hash.digest('hex'), bytes }
}
