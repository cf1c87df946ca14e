import { useEffect, useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Library } from '../../../core/place/library.ts'
import { rowsOf } from '../../../core/post/body.ts'
import type { PostContent } from '../../../core/post/post.ts'

/** ms of layout after which the browser gets its turn. */
const AT_ONCE_MS = 10

/** The post once all of its rows are laid out, a few at a time, so that nothing waits for it; the one before until then. */
export function useWhenLaid(content: PostContent | null, library: Library, house: HouseStyle): PostContent | null {
  const [laid, setLaid] = useState<PostContent | null>(null)
  useEffect(() => {
    if (!content) return setLaid(null)
    const rows = rowsOf(content.body)
    let next = 0
    let timer = 0
    const some = () => {
      const until = performance.now() + AT_ONCE_MS
      while (next < rows.length && performance.now() < until) layRow(rows[next++]!, library, house)
      if (next < rows.length) timer = window.setTimeout(some)
      else setLaid(content)
    }
    some()
    return () => clearTimeout(timer)
  }, [content, library, house])
  return laid
}
