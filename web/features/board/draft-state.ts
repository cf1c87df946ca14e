import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { everywhere, type History, record, startHistory } from '../../../core/post/history/history.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { NOT_PUBLISHED, Post, type Publication, type SaveAnswer } from '../../../core/wire/post.ts'
import { Away, isTriedAgain, Refused } from '../../api/client.ts'
import type { KeptDraft, LeftDraft } from './draft-store.ts'
import { markOf } from './last-sent.ts'

/** What is known of a post that is being worked on, and what it becomes by what happens. No clock, no requests. */

/** `failing`: the server answers, but could not do it, and is asked again as one that is `away` is. */
export type Saving = 'saved' | 'unsaved' | 'saving' | 'away' | 'failing' | 'conflict' | 'refused'

export interface State {
  readonly history: History
  readonly version: number
  readonly savedAt: string
  readonly publication: Publication
  readonly saving: Saving
  /** what was sent and may be on the server, though no answer has come */
  readonly unanswered: PostContent | null
  /** texts that go to the saved states before anything else is saved */
  readonly aside: readonly PostContent[]
  /** what the server has under this version, where this window knows it */
  readonly known: PostContent | null
  /** this browser has the present state; otherwise it is in this window alone, and perhaps on the server */
  readonly kept: boolean
  /** why the server refuses this content, or could not save it */
  readonly fault: string | null
  /** texts that closed windows left unsaved, to be gone on with or put aside */
  readonly left: readonly LeftDraft[]
  /** the other window's state, while a choice is needed */
  readonly other: Post | null
}

/** What was found where a post is opened; `answer` is null where the server is away. */
interface Found {
  readonly answer: Post | null
  /** what this window kept */
  readonly own: KeptDraft | undefined
  readonly left: readonly LeftDraft[]
  /** what another window keeps that is open */
  readonly elsewhere: KeptDraft | undefined
}

interface Opened {
  readonly state: State
  /** the server does not have all of it */
  readonly unsaved: boolean
  /** windows whose drafts are in it, or hold nothing that is not here */
  readonly done: readonly string[]
}

/** The post as it is gone on with; undefined where there is nothing to go on with. */
export function openedState({ answer, own: mine, left, elsewhere }: Found): Opened | undefined {
  const own = mine && answer ? unlessSaved(mine, answer) : mine
  const goesOn = (draft: KeptDraft) => draft.unsaved || !answer || draft.baseVersion === answer.version
  const usable = own && goesOn(own) ? own : undefined
  // What a closed window left of this very state is gone on with, as after a reload.
  const continued = usable
    ? undefined
    : (left.find(({ draft }) => draft.unsaved && (!answer || draft.baseVersion === answer.version)) ??
      left.find(({ draft }) => goesOn(draft) && !draft.unsaved))
  // The server is away: what this browser kept can be worked on, if need be what another window keeps.
  const kept = usable ?? continued?.draft ?? (answer ? undefined : elsewhere)
  if (!answer && !kept) return undefined
  const arrived = answer?.arrived ?? []
  const history = everywhere(kept ? kept.history : startHistory(answer!.content), (content) =>
    intoTray(content, arrived),
  )
  const offered = left.filter((one) => one !== continued && isLeft(one, [history.present, answer?.content]))
  const state: State = {
    history,
    version: kept?.baseVersion ?? answer!.version,
    savedAt: answer?.savedAt ?? '',
    publication: answer?.publication ?? NOT_PUBLISHED,
    saving: answer ? 'saved' : 'away',
    unanswered: kept?.unanswered ?? null,
    aside: kept?.aside ?? [],
    known: kept ? null : answer!.content,
    kept: true,
    fault: null,
    other: null,
    left: offered,
  }
  const unsaved = !answer || kept?.unsaved === true || arrived.some((one) => !answer.content.tray.includes(one))
  return { state, unsaved, done: left.filter((one) => !offered.includes(one)).map(({ window }) => window) }
}

/** What was kept as unsaved may have reached the server just as its window went away: there, it is saved. */
function unlessSaved(draft: KeptDraft, { version, content, savedAt }: Post): KeptDraft {
  if (!draft.unsaved || draft.aside.length > 0 || !isSavedIn(draft, content)) return draft
  // What was written last was kept no more, and is on the server: it is one step of undo.
  const history =
    JSON.stringify(draft.history.present) === JSON.stringify(content)
      ? draft.history
      : record(draft.history, content, { did: 'change the post', group: null, at: Date.parse(savedAt) })
  return { ...draft, history, baseVersion: version, unsaved: false, unanswered: null }
}

/** Whether this is the draft word for word, or what its window sent later. */
const isSavedIn = ({ history, sentSince }: KeptDraft, content: PostContent): boolean =>
  JSON.stringify(content) === JSON.stringify(history.present) ||
  (sentSince !== undefined && markOf(content) === sentSince)

/** With what windows have left that were just closing when the post was opened; the state itself where there is nothing. */
export function lookedAgain(state: State, left: readonly LeftDraft[]): State {
  const known = new Set(state.left.map(({ window }) => window))
  const more = left.filter(
    (one) => !known.has(one.window) && isLeft(one, [state.history.present, state.known ?? undefined]),
  )
  return more.length > 0 ? { ...state, left: [...state.left, ...more] } : state
}

/** Whether what a window left has a text that is not here. */
const isLeft = ({ draft }: LeftDraft, here: readonly (PostContent | undefined)[]): boolean =>
  draft.aside.length > 0 || (draft.unsaved && !here.some((content) => content && isSavedIn(draft, content)))

/** The server has this content, and perhaps more was written meanwhile. */
export function savedState(here: State, content: PostContent, { version, savedAt, newer }: SaveAnswer): State {
  const more = here.history.present !== content || here.aside.length > 0
  const saving = more || newer ? 'unsaved' : 'saved'
  // Where there is a newer one, what is here is asked about again: it is that one, or stands against it.
  return { ...here, version, savedAt, saving, known: newer ? null : content, unanswered: null, fault: null }
}

/** What becomes of the post where a request failed. */
export function failedState(here: State, error: Error): State {
  const refused = error instanceof Refused ? error : undefined
  const other = refused?.problem.code === 'stale-save' ? Post.safeParse(refused.problem.detail).data : undefined
  if (other) return { ...here, saving: 'conflict', unanswered: null, other }
  if (!isTriedAgain(error)) return { ...here, saving: 'refused', unanswered: null, fault: error.message }
  const away = error instanceof Away
  return { ...here, saving: away ? 'away' : 'failing', fault: away ? null : error.message }
}

/** This window's text goes over the other, which is among the saved states. */
export const mineKept = (state: State, { version, content }: Post): State => ({
  ...state,
  version,
  known: content,
  other: null,
  saving: 'unsaved',
})

/** The other window's text is gone on with. What was typed here since the refusal is in no saved state yet. */
export const otherTaken = (state: State, { version, savedAt, content }: Post, at: number): State => ({
  ...state,
  history: record(state.history, content, { did: 'take the other window’s text', group: null, at }),
  version,
  savedAt,
  known: content,
  aside: [...state.aside, state.history.present],
  other: null,
  saving: 'unsaved',
})

/** What a closed window left is gone on with; what stands here goes to the saved states, where it is not there already. */
export function leftTaken(state: State, left: LeftDraft, at: number): State {
  const { history, aside } = left.draft
  const { present } = state.history
  return {
    ...without(state, left),
    history: record(state.history, history.present, { did: 'go on with the text of a closed window', group: null, at }),
    aside: [...state.aside, ...aside, ...(present === state.known ? [] : [present])],
  }
}

/** What a closed window left goes to the saved states. */
export const leftAside = (state: State, left: LeftDraft): State => ({
  ...without(state, left),
  aside: [...state.aside, ...left.draft.aside, left.draft.history.present],
})

const without = (state: State, left: LeftDraft): State => ({
  ...state,
  left: state.left.filter((one) => one !== left),
})
