import { Worker } from 'node:worker_threads'
import pLimit from 'p-limit'
import sharp, { type ResizeOptions } from 'sharp'
import { crc32, deflateSync } from 'node:zlib'
import { Refusal } from '../refusal.ts'
import { workerFile } from '../work/worker-file.ts'
import type { DecodedHeic } from './heic-worker.ts'

/** Phones' pictures: sharp tells what they are, and another decoder reads them. */
export const HEIC = 'HEIC'

/** One after another: the decoder takes hundreds of megabytes, whatever the file. */
const oneByOne = pLimit(1)
/** A file that takes longer than this is no picture that anybody took. */
const PATIENCE_MS = 120_000

/**
 * Reads a phone's picture, at most as large as `size` says: upright, with the colours that its profile means. The
 * decoder turns it as the file says and drops the profile; EXIF's orientation must not turn it a second time.
 */
export const decodeHeic = (file: string, size: ResizeOptions): Promise<Buffer> =>
  oneByOne(async () => {
    const { data, width, height, channels } = await decodeInThread(file)
    const { icc } = await sharp(file, { limitInputPixels: false }).metadata()
    const png = await sharp(data, { raw: { width, height, channels }, limitInputPixels: false })
      .resize(size)
      .png({ compressionLevel: 0 })
      .toBuffer()
    return icc ? withProfile(png, icc) : png
  })

async function decodeInThread(file: string): Promise<DecodedHeic> {
  const worker = new Worker(await workerFile('pictures/heic-worker'), { workerData: { file } })
  let timer: ReturnType<typeof setTimeout> | undefined
  try {
    return await new Promise<DecodedHeic>((resolve, reject) => {
      const damaged = () => reject(new Refusal('damaged-picture'))
      timer = setTimeout(damaged, PATIENCE_MS)
      worker.once('message', resolve)
      worker.once('error', damaged)
      worker.once('exit', damaged)
    })
  } finally {
    clearTimeout(timer)
    await worker.terminate()
  }
}

/** A PNG's first chunk, its header, ends here: 8 bytes of signature, 25 of the chunk. */
const AFTER_HEADER = 33

/** The PNG with this colour profile in it. Source: PNG 1.2, 4.2.2.4. */
export function withProfile(png: Buffer, profile: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from('iCCPicc\0\0', 'latin1'), deflateSync(profile)])
  const chunk = Buffer.alloc(body.length + 8)
  chunk.writeUInt32BE(body.length - 4)
  body.copy(chunk, 4)
  chunk.writeUInt32BE(crc32(body), body.length + 4)
  return Buffer.concat([png.subarray(0, AFTER_HEADER), chunk, png.subarray(AFTER_HEADER)])
}
