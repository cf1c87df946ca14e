import { rowsOf } from '../../core/post/body.ts'
import type { PostContent } from '../../core/post/post.ts'
import { wordCount } from '../database/post-summaries.ts'

const plural = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`

/** What readers will find changed, in words. */
export function changesSince(sent: PostContent, now: PostContent): string[] {
  const changes: string[] = []
  if (sent.title !== now.title) changes.push(`Title: “${sent.title}” becomes “${now.title}”`)
  const words = wordCount(now) - wordCount(sent)
  const text = (content: PostContent) => JSON.stringify(content.body.content.filter((block) => block.type !== 'row'))
  if (text(sent) !== text(now))
    changes.push(
      words === 0 ? 'Text changed' : `Text changed, ${plural(Math.abs(words), 'word')} ${words > 0 ? 'more' : 'fewer'}`,
    )
  const before = new Map(rowsOf(sent.body).map((row) => [row.id, JSON.stringify(row)]))
  const after = new Map(rowsOf(now.body).map((row) => [row.id, JSON.stringify(row)]))
  const fresh = [...after.keys()].filter((id) => !before.has(id)).length
  const gone = [...before.keys()].filter((id) => !after.has(id)).length
  const altered = [...after].filter(([id, row]) => before.has(id) && before.get(id) !== row).length
  if (fresh) changes.push(`${plural(fresh, 'row')} new`)
  if (altered) changes.push(`${plural(altered, 'row')} changed`)
  if (gone) changes.push(`${plural(gone, 'row')} taken out`)
  if (JSON.stringify(sent.featured) !== JSON.stringify(now.featured)) changes.push('Featured image changed')
  if (sent.excerpt !== now.excerpt) changes.push('Excerpt changed')
  if ((sent.description ?? '') !== (now.description ?? '')) changes.push('Description changed')
  if ((sent.byline ?? '') !== (now.byline ?? '')) changes.push('Byline changed')
  if ((sent.dated ?? '') !== (now.dated ?? '')) changes.push('Date changed')
  if (JSON.stringify(sent.topics) !== JSON.stringify(now.topics)) changes.push('Topics changed')
  return changes
}
