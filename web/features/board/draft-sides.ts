import type { PostContent } from '../../../core/post/post.ts'
import type { SetOf } from '../../../core/sets/follow.ts'
import type { Post, Publication, SaveAnswer } from '../../../core/wire/post.ts'
import type { State } from './draft-state.ts'
import type { KeptDraft, LeftDraft } from './draft-store.ts'

/** What a draft of a post is to those who show it, and what it needs of server and browser. */

export interface Actions {
  readonly change: (did: string, next: (content: PostContent) => PostContent, group?: string) => void
  /** adds pictures to the tray for good: undo does not send them away */
  readonly receive: (pictures: readonly string[], later?: readonly string[]) => void
  readonly undo: () => void
  readonly redo: () => void
  /** saves now; gives the version once the server has everything, null when it cannot be had */
  readonly flush: () => Promise<number | null>
  readonly keepMine: () => void
  readonly takeOther: () => void
  /** goes on with what a closed window left; what stands here now goes to the saved states, where it is not there already */
  readonly takeLeft: (window: string) => void
  /** puts what a closed window left among the saved states */
  readonly putLeftAside: (window: string) => void
  readonly setPublication: (publication: Publication) => void
  /** the post as it is at this moment, which a screen may be about to draw */
  readonly latest: () => PostContent
  /** rows that show sets are as the sets are now; nothing is written for that */
  readonly followSets: () => void
  readonly subscribe: (listener: () => void) => () => void
}

export interface PostDraft extends Actions, Omit<State, 'history' | 'unanswered' | 'aside' | 'known'> {
  readonly id: string
  readonly content: PostContent
  readonly undoes: string | null
  readonly redoes: string | null
}

/** The draft once it is there, why it cannot be, or null while it is fetched. */
export type DraftView = PostDraft | { readonly failed: unknown } | null

export interface DraftSides {
  /** throws `Away` where no answer comes, and `Refused` with the server's reason */
  readonly server: {
    get: (id: string) => Promise<Post>
    save: (id: string, baseVersion: number, content: PostContent) => Promise<SaveAnswer>
    /** adds a text to the saved states, beside the line of versions; twice is once */
    setAside: (id: string, content: PostContent) => Promise<void>
  }
  /** rejects where this browser keeps nothing */
  readonly store: {
    get: (id: string) => Promise<KeptDraft | undefined>
    put: (id: string, draft: KeptDraft) => Promise<void>
    /** notes at once that the post is sent at this moment, as it is now */
    sending: (id: string, content: PostContent) => void
    left: (id: string) => Promise<readonly LeftDraft[]>
    elsewhere: (id: string) => Promise<KeptDraft | undefined>
    forget: (id: string, window: string) => Promise<void>
  }
  /** ms since 1970 */
  readonly now: () => number
  /** the sets that rows may show, as far as they are known */
  readonly setOf?: SetOf
}

export interface OpenDraft {
  readonly view: () => DraftView
  /** Tells of every change; `soon` where nobody waits for seeing it. */
  readonly subscribe: (listener: (soon: boolean) => void) => () => void
  readonly open: () => void
  /** Goes on saving until the server has everything; `idle` tells that it has. */
  readonly close: (idle: () => unknown) => Promise<unknown>
  /** Keeps and saves at once, as the window may go away; true where nothing would be lost if it did. */
  readonly leave: () => boolean
  /** The line may be there again, or someone is: what failed is tried at once. */
  readonly online: () => void
}
