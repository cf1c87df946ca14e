import { z } from 'zod'
import { FlatPreset } from '../flat/preset.ts'
import { Row } from '../post/row.ts'
import { Picture } from './picture.ts'

/** Rows that are made into one file each. */
export const MOST_FLAT = 200
export const FlatRequest = z.object({
  rows: z.array(Row).min(1).max(MOST_FLAT),
  preset: FlatPreset,
  /** what the files are called, before their number */
  name: z.string().trim().min(1).max(100),
})
export type FlatRequest = z.infer<typeof FlatRequest>

/** A row that is kept as a picture of its own. */
export const KeepFlatRequest = FlatRequest.extend({ rows: z.array(Row).length(1) })
/** A flat picture that is made again, of its row as it is now where that is given. */
export const FlatAgainRequest = z.object({ picture: z.string().max(64), row: Row.optional() })
export type FlatAgainRequest = z.infer<typeof FlatAgainRequest>
export const KeptFlat = z.object({ picture: Picture })
