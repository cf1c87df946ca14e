import { statfs } from 'node:fs/promises'
import { Refusal } from './errors.ts'

/** How much room the disk of the data folder has. */
export interface Disk {
  /** Throws the refusal where `bytes` more would leave less than the reserve. Before anything but words is written. */
  readonly need: (bytes: number) => Promise<void>
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
