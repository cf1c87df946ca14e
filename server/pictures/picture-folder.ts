import { createReadStream, existsSync, mkdirSync, readdirSync } from 'node:fs'
import { open, rename, rm } from 'node:fs/promises'
import path from 'node:path'
import type { Rendition } from '../../core/wire/picture.ts'
import { newId } from '../ids.ts'

/**
 * Pictures on disk, addressed by the hash of the original. A name outside is never part of a path.
 * A file appears under its final name only when it is whole and on the disk.
 */
export type PictureFolder = ReturnType<typeof pictureFolder>

const HASH = /^[0-9a-f]{64}$/
const RENDITION = /^[0-9a-f]{20}-[a-z0-9]+\.(webp|jpg)$/

/** Name of a file made of a picture, by its stem. It changes with the content, so it may be cached for ever. */
export const renditionFile = (stem: string, width: number, format: Rendition['format']): string =>
  `${stem.slice(0, 20)}-${width}${format === 'moving' ? 'm' : ''}.${format === 'jpeg' ? 'jpg' : 'webp'}`

export function pictureFolder(dataFolder: string) {
  const originals = path.join(dataFolder, 'originals')
  const renditions = path.join(dataFolder, 'renditions')
  const arriving = path.join(dataFolder, 'arriving')
  for (const folder of [originals, renditions, arriving]) mkdirSync(folder, { recursive: true })

  const original = (hash: string): string => {
    if (!HASH.test(hash)) throw new TypeError(`hash: expected 64 hexadecimal digits, got ${hash}`)
    return path.join(originals, hash)
  }
  const rendition = (file: string): string => {
    if (!RENDITION.test(file)) throw new TypeError(`file: expected the name of a rendition, got ${file}`)
    return path.join(renditions, file)
  }

  async function writeWhole(target: string, bytes: Uint8Array): Promise<void> {
    const temporary = path.join(arriving, newId())
    const file = await open(temporary, 'w')
    try {
      try {
        await file.writeFile(bytes)
        await file.sync()
      } finally {
        await file.close()
      }
      await rename(temporary, target)
    } catch (error) {
      await rm(temporary, { force: true })
      throw error
    }
  }

  return {
    original,
    rendition,
    isRenditionName: (file: string): boolean => RENDITION.test(file),
    newArrival: (): string => path.join(arriving, newId()),
    keepOriginal: (arrival: string, hash: string): Promise<void> => rename(arrival, original(hash)),
    writeRendition: (file: string, bytes: Uint8Array): Promise<void> => writeWhole(rendition(file), bytes),
    readRendition: (file: string) => createReadStream(rendition(file)),
    hasRendition: (file: string): boolean => existsSync(rendition(file)),
    hasOriginal: (hash: string): boolean => existsSync(original(hash)),
    removeOriginal: (hash: string): Promise<void> => rm(original(hash), { force: true }),
    removeRendition: (file: string): Promise<void> => rm(rendition(file), { force: true }),
    listOriginals: (): string[] => readdirSync(originals).filter((name) => HASH.test(name)),
    listRenditions: (): string[] => readdirSync(renditions).filter((name) => RENDITION.test(name)),
    /** Files that are being written, or were by a process that was stopped. */
    listArrivals: (): string[] => readdirSync(arriving),
    removeArrival: (name: string): Promise<void> => rm(path.join(arriving, name), { force: true }),
  }
}
