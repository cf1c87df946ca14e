import { z } from 'zod'
import { EMPTY_POST, parsePost, POST_VERSION } from '../post/post.ts'
import { type Row, Row as RowShape } from '../post/row.ts'
import { FlatPreset } from './preset.ts'

/** What a flat picture was made from: it can be made again, and its row can stand again. */
export const FlatOf = z.object({
  row: RowShape,
  preset: FlatPreset,
  /** names of a file of each of its pictures: another name is another picture */
  files: z.array(z.string()),
})
export type FlatOf = z.infer<typeof FlatOf>

/** What tells the pictures of a row from others in their place. */
export const filesOf = (
  row: Row,
  picture: (id: string) => { readonly renditions: readonly { readonly file: string }[] } | undefined,
): string[] => row.pictures.map(({ id }) => picture(id)?.renditions[0]?.file ?? '')

/** As it is written down: rows of an older program are brought to today's shape as posts are. */
export const storedFlat = (flat: FlatOf): string => JSON.stringify({ ...flat, version: POST_VERSION })

/** null where there is nothing, or nothing that can still be read: the picture is then one like any other. */
export function flatOfStored(text: string): FlatOf | null {
  if (text === '') return null
  try {
    const { version, row, ...rest } = JSON.parse(text) as { version: number; row: unknown }
    const post = parsePost({ ...EMPTY_POST, version, body: { type: 'doc', content: [{ type: 'row', attrs: row }] } })
    const [block] = post.body.content
    return FlatOf.parse({ ...rest, row: block?.type === 'row' ? block.attrs : undefined })
  } catch {
    return null
  }
}
