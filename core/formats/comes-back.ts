import { linePicturesIn } from '../post/line-pictures.ts'
import type { Block } from '../post/body.ts'
import type { Row } from '../post/row.ts'
import { readMarkdownBody } from './incoming/read-body.ts'
import type { MarkdownWriting } from './markdown-out.ts'
import { sortedJson } from './sorted-json.ts'

/** Compares what is read with what was written, all but names that are given anew. */
export function comesBack(markdown: string, blocks: readonly Block[], setting: MarkdownWriting): boolean {
  const byPlace = new Map<string, string>()
  for (const block of blocks)
    if (block.type === 'row') for (const { id } of block.attrs.pictures) byPlace.set(setting.src(id), id)
  for (const { id } of linePicturesIn(blocks)) byPlace.set(setting.src(id), id)
  const placed = new Map(
    blocks.flatMap((block) => (block.type === 'row' ? block.attrs.pictures.map((one) => [one.id, one] as const) : [])),
  )
  const { blocks: read } = readMarkdownBody(markdown, {
    measure: setting.measure,
    newRowId: () => 'read',
    pictures: {
      idOf: ({ src }) => byPlace.get(src) ?? 'unknown',
      inherited: (id) => setting.inherited(placed.get(id) ?? { id }),
    },
  })
  return sortedJson(read.map(comparable)) === sortedJson(blocks.map(comparable))
}

function comparable(block: Block): unknown {
  if (block.type !== 'row') return block
  const { id: _id, pictures, ...row } = block.attrs as Row
  return { ...row, pictures: pictures.map(({ inSet: _inSet, ...placed }) => placed) }
}
