import { createStore, get, promisifyRequest, type UseStore } from 'idb-keyval'
import type { PostContent } from '../../../core/post/post.ts'
import { type History, replay, startHistory, type Step } from '../../../core/post/history/history.ts'
import { salvageBlock, salvagePost } from '../../../core/post/salvage.ts'

/** What this browser keeps of a post: the text as last typed, and the steps of undo, across reloads. */
export interface KeptDraft {
  readonly baseVersion: number
  readonly history: History
  /** the server has not confirmed the present state */
  readonly unsaved: boolean
  /** what was sent to the server without an answer so far */
  readonly unanswered?: PostContent | null
}

/** What changes with every step. */
interface Head {
  /** the window that wrote this last: another's records are not to be built on */
  readonly owner: string
  readonly baseVersion: number
  readonly unsaved: boolean
  readonly unanswered: PostContent | null
  /** number of the first step that follows the state kept in full */
  readonly first: number
  /** how many of the steps are done; those after it can be redone */
  readonly done: number
  /** how many there are */
  readonly steps: number
}

/**
 * Kept by changes: one record for a state in full, one for each step that follows it, and a small one that says how
 * far they go. Keeping a keystroke writes a step of a few hundred bytes, however long the post and its history are.
 */
export function createDraftStore(
  store: UseStore = createStore('set-row-drafts', 'steps'),
  owner: string = crypto.randomUUID(),
) {
  const written = new Map<string, { base: PostContent; first: number; steps: readonly Step[] }>()
  const key = (post: string, ...rest: (string | number)[]) => [post, ...rest]
  const allOf = (post: string) => IDBKeyRange.bound([post], [post, []])

  return {
    async get(post: string): Promise<KeptDraft | undefined> {
      const head = (await get(key(post, 'head'), store).catch(() => undefined)) as Head | undefined
      if (!head) return older(post)
      const base: unknown = await get(key(post, 'base'), store)
      const numbers = head.steps === 0 ? null : ([head.first, head.first + head.steps - 1] as const)
      const steps = !numbers
        ? []
        : await store('readonly', (records) =>
            promisifyRequest(
              records.getAll(
                IDBKeyRange.bound(key(post, 'step', numbers[0]), key(post, 'step', numbers[1])),
              ) as IDBRequest<Step[]>,
            ),
          )
      return readable(base, steps, head)
    },

    async put(post: string, { baseVersion, history, unsaved, unanswered = null }: KeptDraft): Promise<void> {
      const { base, past, future } = history
      const steps = [...past, ...future]
      const owned = await get(key(post, 'head'), store).then((head: Head | undefined) => head?.owner === owner)
      const before = owned ? written.get(post) : undefined
      // Steps let go of at the front move the numbers of those that stay not at all.
      const gone = before && steps[0] ? before.steps.indexOf(steps[0]) : -1
      const first = !before ? 0 : gone > 0 ? before.first + gone : before.first
      const kept = before && gone > 0 ? before.steps.slice(gone) : (before?.steps ?? [])
      let same = 0
      while (same < Math.min(kept.length, steps.length) && kept[same] === steps[same]) same++
      written.set(post, { base, first, steps })
      const head: Head = { owner, baseVersion, unsaved, unanswered, first, done: past.length, steps: steps.length }
      await store('readwrite', (records) => {
        if (!before) records.delete(allOf(post))
        if (before?.base !== base) records.put(base, key(post, 'base'))
        for (let n = before?.first ?? first; n < first; n++) records.delete(key(post, 'step', n))
        for (let n = same; n < steps.length; n++) records.put(steps[n], key(post, 'step', first + n))
        for (let n = steps.length; n < kept.length; n++) records.delete(key(post, 'step', first + n))
        records.put(head, key(post, 'head'))
        return promisifyRequest(records.transaction)
      }).catch((error: unknown) => {
        // Nothing of it is known to be there: the next time everything is written.
        written.delete(post)
        throw error
      })
    },
  }
}

/** The draft as the program before kept it: every state in full. Its present is what counts. */
async function older(post: string): Promise<KeptDraft | undefined> {
  const store = createStore('set-row', 'drafts')
  const kept = await get<{ baseVersion: number; unsaved: boolean; history: { present: unknown } }>(post, store).catch(
    () => undefined,
  )
  if (!kept) return undefined
  const { baseVersion, unsaved, history } = kept
  return { baseVersion, unsaved, unanswered: null, history: startHistory(salvagePost(history.present)) }
}

/** The draft with everything in it as a post can hold it; where its steps no longer fit, its text alone. */
export function readable(
  base: unknown,
  steps: readonly Step[],
  head: Pick<Head, 'baseVersion' | 'unsaved' | 'unanswered' | 'done'>,
): KeptDraft {
  const { baseVersion, unsaved, unanswered, done } = head
  const history = replay(base as PostContent, steps, done)
  const kept = { baseVersion, unsaved, unanswered: unanswered && salvagePost(unanswered) }
  const present = salvagePost(history.present)
  const whole = JSON.stringify(present) === JSON.stringify(history.present) && steps.every(holdsBlocks)
  return { ...kept, history: whole ? history : startHistory(present) }
}

const holdsBlocks = ({ patch }: Step): boolean =>
  [...(patch.blocks?.out ?? []), ...(patch.blocks?.in ?? [])].every((block) => {
    const [one, ...more] = salvageBlock(block)
    return more.length === 0 && one?.type === block.type
  })

export const draftStore = createDraftStore()
