import { MOST_IN_TRAY } from '../limits.ts'
import type { PostContent } from '../post.ts'

/**
 * Puts pictures into the tray, each once, before those that were chosen later, which may have been faster. What a
 * full tray has no room for stays among the pictures.
 */
export function intoTray(content: PostContent, ids: readonly string[], later: readonly string[] = []): PostContent {
  const { tray } = content
  const fresh = [...new Set(ids)].filter((id) => !tray.includes(id)).slice(0, Math.max(0, MOST_IN_TRAY - tray.length))
  if (fresh.length === 0) return content
  const behind = tray.findIndex((id) => later.includes(id))
  const at = behind < 0 ? tray.length : behind
  return { ...content, tray: [...tray.slice(0, at), ...fresh, ...tray.slice(at)] }
}
