import { existsSync, mkdirSync } from 'node:fs'
import path from 'node:path'
import sharp from 'sharp'
import { generatePictures } from '../demo/pictures/generate.ts'

const root = path.resolve(import.meta.dirname, '..')
/** As a camera of 24 megapixels makes them. */
export const LARGE = { width: 6000, height: 4000 }
/** so many of them */
const DIFFERENT = 8

/** The sample pictures as large as a camera's, with its noise: made once. */
export async function largePictures(): Promise<string[]> {
  const folder = path.join(root, '.cache/large-pictures')
  mkdirSync(folder, { recursive: true })
  const samples = (await generatePictures(path.join(root, '.cache/sample-pictures'))).slice(0, DIFFERENT)
  const noise = await sharp({
    create: {
      width: LARGE.width,
      height: LARGE.height,
      channels: 3,
      background: '#808080',
      noise: { type: 'gaussian', mean: 128, sigma: 6 },
    },
  })
    .png({ compressionLevel: 0 })
    .toBuffer()
  const large: string[] = []
  for (const sample of samples) {
    const file = path.join(folder, path.basename(sample))
    if (!existsSync(file))
      await sharp(await sharp(sample).autoOrient().resize(LARGE.width, LARGE.height, { fit: 'cover' }).toBuffer())
        .composite([{ input: noise, blend: 'soft-light' }])
        .jpeg({ quality: 90 })
        .toFile(file)
    large.push(file)
  }
  return large
}
