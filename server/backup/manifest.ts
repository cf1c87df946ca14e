import { z } from 'zod'

/**
 * A backup is one ZIP file: `manifest.json` first, then what it lists. Everything of a data folder goes in: the
 * database, the originals, what was made of them, the keys, and the blog of the host that comes along.
 */
export const BACKUP_VERSION = 1
export const MANIFEST = 'manifest.json'

/** The only places that a backup may hold: nothing from a file decides where anything is written. */
const PLACE =
  /^(set-row\.sqlite|access-key|blog-key|originals\/[0-9a-f]{64}|renditions\/[0-9a-f]{20}-[a-z0-9]+\.(webp|jpg)|videos\/[0-9a-f]{20}\.(mp4|webm)|blog-host\/blog\.json|blog-host\/files\/[a-z0-9][a-z0-9-]{2,80}\.(webp|jpg|svg|css|js|woff2|mp4|webm))$/

export const Manifest = z.object({
  format: z.literal('set-row-backup'),
  version: z.literal(BACKUP_VERSION),
  /** version of the data: a program that knows fewer can't read it */
  data: z.number().int(),
  at: z.string(),
  files: z.array(
    z.object({
      name: z.string().regex(PLACE, 'expected a place in a data folder'),
      size: z.number().int().min(0),
      sha256: z.string().regex(/^[0-9a-f]{64}$/),
    }),
  ),
})
export type Manifest = z.infer<typeof Manifest>

export const isPlace = (name: string): boolean => PLACE.test(name)
