import type { PostContent } from '../../../core/post/post.ts'

/**
 * What a window sent of a post last, noted in the very moment of sending. A window that goes away may keep nothing any
 * more, while its last request still arrives: by this note a draft that it kept before is known to have been saved,
 * in a later state, and is not held against what the server has.
 */

const place = (post: string, window: string): string => `set-row-sent:${window}:${post}`

/** Tells texts apart (FNV-1a and the length), where the text itself has no room. */
export function markOf(content: PostContent): string {
  const text = JSON.stringify(content)
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return `${text.length}.${hash >>> 0}`
}

export type Notes = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>

/** Notes by post and window. Where the browser takes none, nothing is known. */
export function lastSent(notes: Notes | undefined) {
  const tried = <T>(ask: (notes: Notes) => T): T | undefined => {
    try {
      return notes && ask(notes)
    } catch {
      return undefined
    }
  }
  const noted = (post: string, window: string) => {
    const [turn = '0', mark] = tried((notes) => notes.getItem(place(post, window)))?.split(' ') ?? []
    return { turn: Number(turn), mark }
  }
  return {
    /** How many texts the window has noted. What is kept from now on has this number, and none of before is newer. */
    turn: (post: string, window: string): number => noted(post, window).turn,
    /**
     * It is sent by this window at this moment. To be called for what the post is now, and for nothing older: all that
     * the window kept before is then in it.
     */
    note: (post: string, window: string, content: PostContent): void =>
      tried((notes) => notes.setItem(place(post, window), `${noted(post, window).turn + 1} ${markOf(content)}`)),
    /** Mark of what the window sent after it kept something as number `turn`; undefined where it sent nothing more. */
    since(post: string, window: string, turn: number): string | undefined {
      const last = noted(post, window)
      return last.turn > turn ? last.mark : undefined
    },
    forget: (post: string, window: string): void => tried((notes) => notes.removeItem(place(post, window))),
  }
}
