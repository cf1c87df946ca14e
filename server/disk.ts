import { statfs } from 'node:fs/promises'
import { setTimeout } from 'node:timers/promises'
import { asRefusal } from './errors.ts'
import { Refusal } from './refusal.ts'

/** How much room the disk of the data folder has. */
export interface Disk {
  /** Throws the refusal where `bytes` more would leave less than the reserve. Before anything but words is written. */
  readonly need: (bytes: number) => Promise<void>
}

/** Where there is no room, it is looked at again after pauses that double up to the longest. */
const FIRST_PAUSE_MS = 2_000
const LONGEST_PAUSE_MS = 60_000

/** Does what nobody waits for; where the disk is full, as soon as there is room. */
export async function whenThereIsRoom<T>(work: () => Promise<T>, waits: (pauseMs: number) => void): Promise<T> {
  for (let pause = FIRST_PAUSE_MS; ; pause = Math.min(LONGEST_PAUSE_MS, 2 * pause))
    try {
      return await work()
    } catch (error) {
      if (asRefusal(error).code !== 'disk-full') throw error
      waits(pause)
      await setTimeout(pause, undefined, { ref: false })
    }
}

/** `reserve`: bytes that stay free for saving words, whatever pictures want. */
export function diskOf(folder: string, reserve: number): Disk {
  return {
    async need(bytes) {
      const { bavail, bsize } = await statfs(folder)
      if (bavail * bsize - bytes < reserve) throw new Refusal('disk-full')
    },
  }
}
