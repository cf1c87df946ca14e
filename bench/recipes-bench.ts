import { mkdtempSync, rmSync } from 'node:fs'
import { copyFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp, { type OutputInfo } from 'sharp'
import { ladderFor } from '../core/files/ladder.ts'
import { cropOf, shownSize } from '../core/recipe/frame.ts'
import { PLAIN, type Recipe } from '../core/recipe/recipe.ts'
import type { FileSource } from '../server/pictures/decode.ts'
import { pictureFolder } from '../server/pictures/picture-folder.ts'
import { makeLater } from '../server/pictures/renditions.ts'
import { diskOf } from '../server/disk.ts'
import { createThreads } from '../server/work/threads.ts'
import { LARGE, largePictures } from './large-pictures.ts'
import type { Line } from './line.ts'

const RECIPE: Recipe = {
  ...PLAIN,
  straighten: 2.5,
  crop: { middleX: 0.5, middleY: 0.5, width: 0.8, height: 0.8 },
  light: 20,
  contrast: 15,
  warmth: 10,
  saturation: 10,
  sharpness: 30,
}
const WEBP = { quality: 80, effort: 2 }

/** All files of an adjusted picture, by the application and by the same steps in nothing but sharp, in turns. */
export async function recipesBench(line: Line): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-recipes-'))
  const threads = createThreads(folder)
  const files = pictureFolder(folder)
  const disk = diskOf(folder, 0)
  try {
    const originals = await largePictures()
    const times = { ours: 0, bare: 0 }
    for (const [i, original] of originals.entries()) {
      const own = LARGE
      const hash = String(i).padStart(64, '0')
      await copyFile(original, files.original(hash))
      const size = shownSize(RECIPE, own)
      const widths = ladderFor(size.width, size.height)
      const source: FileSource = {
        hash,
        format: 'JPEG',
        frames: 1,
        ...size,
        ownWidth: own.width,
        ownHeight: own.height,
        recipe: RECIPE,
      }
      const byUs = async () => {
        const start = performance.now()
        const wanted = { widths, jpeg: true, moving: [] }
        const { onDisk } = await makeLater({ folder: files, develop: threads.develop, disk }, source, wanted)
        await onDisk
        times.ours += performance.now() - start
      }
      const byHand = async () => {
        const start = performance.now()
        await bySharpAlone(original, own, widths, folder)
        times.bare += performance.now() - start
      }
      // Neither always goes first.
      if (i === 0) await threads.tone({ data: new Uint8Array(3), width: 1, height: 1, channels: 3 }, RECIPE)
      for (const run of i % 2 ? [byUs, byHand] : [byHand, byUs]) await run()
    }
    line(
      `Files of ${originals.length} adjusted pictures`,
      `${(times.ours / originals.length).toFixed(0)} ms a picture`,
      `the same steps in bare sharp ${(times.bare / originals.length).toFixed(0)} ms, ratio ${(times.bare / times.ours).toFixed(2)}`,
    )
  } finally {
    await threads.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

/** One decode, turned and cropped, then each width from the next larger one, each with its tone. */
async function bySharpAlone(
  file: string,
  own: { width: number; height: number },
  widths: readonly number[],
  folder: string,
): Promise<void> {
  const crop = cropOf(RECIPE, own)
  const widest = widths.at(-1)!
  const wide = Math.min(own.width, Math.ceil(widest / crop.width))
  const decoded = await sharp(file)
    .autoOrient()
    .resize({ width: wide })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true })
  const raw = ({ data, info }: { data: Buffer; info: OutputInfo }) =>
    sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels } })
  const turned = await raw(decoded).rotate(RECIPE.straighten).raw().toBuffer({ resolveWithObject: true })
  const part = {
    width: Math.round(crop.width * decoded.info.width),
    height: Math.round(crop.height * decoded.info.height),
  }
  let picture = await raw(turned)
    .extract({
      left: Math.round((turned.info.width - part.width) / 2),
      top: Math.round((turned.info.height - part.height) / 2),
      ...part,
    })
    .raw()
    .toBuffer({ resolveWithObject: true })
  const steps = [...widths.map((width) => [width, 'webp'] as const), [1200, 'jpeg'] as const].sort(
    (a, b) => b[0] - a[0],
  )
  for (const [width, format] of steps) {
    if (width < picture.info.width)
      picture = await raw(picture).resize({ width }).raw().toBuffer({ resolveWithObject: true })
    const shown = raw(picture)
      .gamma(1.2)
      .linear(1.15, -19)
      .recomb([
        [1.02, 0, 0],
        [0, 1, 0],
        [0, 0, 0.97],
      ])
      .modulate({ saturation: 1.1 })
      .sharpen({ sigma: 1 })
    const bytes = await (format === 'webp' ? shown.webp(WEBP) : shown.jpeg({ quality: 82, mozjpeg: true })).toBuffer()
    await writeFile(path.join(folder, `bare-${width}.${format}`), bytes, { flush: true })
  }
}
