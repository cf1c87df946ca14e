import { mkdirSync, readdirSync } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import path from 'node:path'

/** Video files of one's own, named for their content, as readers get them. */
export type VideoFolder = ReturnType<typeof videoFolder>

const NAME = /^[0-9a-f]{20}\.(mp4|webm)$/

export function videoFolder(dataFolder: string) {
  const folder = path.join(dataFolder, 'videos')
  mkdirSync(folder, { recursive: true })
  const place = (file: string): string => {
    if (!NAME.test(file)) throw new TypeError(`file: expected the name of a video file, got ${file}`)
    return path.join(folder, file)
  }
  return {
    isName: (file: string): boolean => NAME.test(file),
    place,
    nameOf: (hash: string, ending: 'mp4' | 'webm'): string => `${hash.slice(0, 20)}.${ending}`,
    keep: (arrival: string, file: string): Promise<void> => rename(arrival, place(file)),
    remove: (file: string): Promise<void> => rm(place(file), { force: true }),
    list: (): string[] => readdirSync(folder).filter((name) => NAME.test(name)),
  }
}
