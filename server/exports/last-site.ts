import { mkdirSync, readFileSync, writeFileSync, renameSync } from 'node:fs'
import path from 'node:path'
import { z } from 'zod'
import type { Written } from './static-site.ts'

/** What the last export of the whole site was made of, so that the next can be of what has changed. */

const Kept = z.object({ at: z.string(), base: z.string(), files: z.record(z.string(), z.string()) })
type Kept = z.infer<typeof Kept>

export function lastSite(dataFolder: string) {
  const file = path.join(dataFolder, 'last-site.json')
  return {
    read(): Kept | undefined {
      try {
        return Kept.parse(JSON.parse(readFileSync(file, 'utf8')))
      } catch {
        // None, or one that cannot be read: then all of it is new.
        return undefined
      }
    },
    keep(at: string, base: string, files: Written): void {
      mkdirSync(dataFolder, { recursive: true })
      writeFileSync(`${file}.new`, JSON.stringify({ at, base, files } satisfies Kept))
      renameSync(`${file}.new`, file)
    },
  }
}
