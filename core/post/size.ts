import { MOST_BLOCKS, MOST_DEPTH, MOST_PICTURES, MOST_ROWS } from './limits.ts'

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null
const listOf = (value: unknown): readonly unknown[] => (Array.isArray(value) ? value : [])

/**
 * What of a body is more than a post may hold, in words, or undefined. Looks at shape alone, step by step and not by
 * calling itself, so that it answers for any JSON however deep, before anything walks the same tree by recursion.
 */
export function tooMuch(body: unknown): string | undefined {
  const blocks = isObject(body) ? listOf(body.content) : []
  if (blocks.length > MOST_BLOCKS) return over(`blocks of text and rows`, blocks.length, MOST_BLOCKS)
  const rows = blocks.filter((block) => isObject(block) && block.type === 'row' && isObject(block.attrs))
  if (rows.length > MOST_ROWS) return over('rows', rows.length, MOST_ROWS)
  const pictures = rows.reduce<number>(
    (sum, row) => sum + listOf((row as { attrs: { pictures?: unknown } }).attrs.pictures).length,
    0,
  )
  if (pictures > MOST_PICTURES) return over('pictures', pictures, MOST_PICTURES)
  return depthOver(body, MOST_DEPTH)
    ? `lists and quotes stand more than ${MOST_DEPTH} deep in each other; a post may go that deep at most`
    : undefined
}

const over = (what: string, found: number, most: number) => `${found} ${what}; a post holds ${most} at most`

/** Whether anything stands more than `most` blocks deep. Each level is one pass, so a deep chain costs its length. */
function depthOver(body: unknown, most: number): boolean {
  let level: readonly unknown[] = [body]
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > most) return true
    level = level.flatMap((one) => (isObject(one) ? listOf(one.content) : []))
  }
  return false
}
