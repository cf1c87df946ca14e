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
export const KeptFlat = z.object({ picture: Picture })
