import { memo, useState } from 'react'
import { Link } from 'react-router'
import { READER_SCREENS, type ReaderScreen } from '../../../core/house/screens.ts'
import { isBlank, titleOf } from '../../../core/post/post.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { capital, timeInWords } from '../../ui/words.ts'
import { MarksDialog } from '../marks/marks-dialog.tsx'
import { useMarks } from '../marks/use-marks.ts'
import { marksInWords } from '../marks/words.ts'
import { PublishDialog } from '../publish/publish-dialog.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { useBoard } from './board-context.tsx'
import type { PostDraft } from './draft-sides.ts'

const STATES = {
  none: 'not published',
  draft: 'a draft on the blog',
  planned: 'planned',
  live: 'live',
  withdrawn: 'withdrawn',
} as const

const stateInWords = ({ publication }: PostDraft): string =>
  publication.unsure ? 'perhaps on the blog' : STATES[publication.state]

/** How far the server has it. */
function savedInWords({ saving, savedAt, kept }: PostDraft): string {
  if (saving === 'saved') return `saved ${timeInWords(savedAt)}`
  if (saving === 'saving' || saving === 'unsaved') return 'saving…'
  if (saving === 'away' || saving === 'failing') {
    const what = saving === 'away' ? 'Server away' : 'Not saved yet'
    return kept ? `${what}: kept here, trying again` : `${what}, and this browser keeps nothing: leave this window open`
  }
  if (saving === 'conflict') return 'Saved elsewhere too: a choice is needed'
  return 'Not saved'
}

export const BoardBar = memo(function BoardBar({
  screen,
  onScreen,
  onKeys,
  scale,
  onStandBack,
}: {
  screen: ReaderScreen
  onScreen: (screen: ReaderScreen) => void
  onKeys: () => void
  /** of the page on the board, 1 is true */
  scale: number
  onStandBack: () => void
}) {
  const { draft } = useBoard()
  const marks = useMarks()
  // Nothing has been begun: there is nothing to mend yet, only to be published it lacks everything.
  const shown = isBlank(draft.content) ? [] : marks
  const [marking, setMarking] = useState(false)
  const [publishing, setPublishing] = useState(false)
  const troubled = !['saved', 'saving', 'unsaved'].includes(draft.saving)
  const inWords = troubled ? savedInWords(draft) : `${savedInWords(draft)}, ${stateInWords(draft)}`
  const bar = (
    <TopBar>
      <span
        className="max-w-56 min-w-16 shrink truncate font-semibold max-lg:max-w-40 max-sm:max-w-[60%]"
        title={draft.content.title}
      >
        {titleOf(draft.content)}
      </span>
      {/* First whether anything could be lost: where there is little room, that is what is seen. */}
      <span
        role="status"
        title={inWords}
        className="flex h-[1.5em] min-w-24 flex-1 flex-wrap overflow-hidden whitespace-pre text-[#c9c1b4]"
      >
        {!troubled && (
          <>
            <span>{savedInWords(draft)}</span>
            {/* In sight whole, or not at all: it wraps out of the line. */}
            <span>, {stateInWords(draft)}</span>
          </>
        )}
      </span>
      <span aria-hidden className="sm:hidden max-sm:basis-full" />
      <div className="flex items-center gap-1">
        <Button
          look="on-ink"
          small
          disabled={!draft.undoes}
          onClick={draft.undo}
          title={draft.undoes ? `Undo: ${draft.undoes} (Ctrl Z)` : 'Nothing to undo'}
        >
          Undo
        </Button>
        <Button
          look="on-ink"
          small
          disabled={!draft.redoes}
          onClick={draft.redo}
          title={draft.redoes ? `Redo: ${draft.redoes} (Ctrl Shift Z)` : 'Nothing to redo'}
        >
          Redo
        </Button>
        <Button
          look="on-ink"
          small
          className="pointer-coarse:hidden"
          aria-label="Keys"
          onClick={onKeys}
          title="Every key (?)"
        >
          <span className="max-xl:hidden">Keys</span>
          <span className="figures text-inherit! xl:hidden">?</span>
        </Button>
      </div>
      <Button
        look="on-ink"
        small
        className="max-sm:hidden"
        onClick={onStandBack}
        title={scale < 1 ? 'Back to true scale (Alt Z)' : 'See the row, or the whole post, at once (Alt Z)'}
      >
        {scale < 1 ? 'Near' : 'Stand back'}
        {scale < 1 && <span className="figures ml-1.5 text-blue!">{Math.round(100 * scale)} %</span>}
      </Button>
      <div className="max-sm:hidden">
        <Choice
          onInk
          label="Width of the screen"
          value={screen.name}
          onChange={(name) => onScreen(READER_SCREENS.find((one) => one.name === name)!)}
          options={READER_SCREENS.map(({ name, width }) => ({
            value: name,
            label: capital(name),
            more: String(width),
          }))}
        />
      </div>
      <Button
        look="on-ink"
        small
        onClick={() => setMarking(true)}
        title={shown.length ? capital(marksInWords(shown)) : 'Nothing was found to mend'}
      >
        Marks{' '}
        {shown.length > 0 && (
          <span
            className={`figures ml-1 border-b-2 text-inherit! ${shown[0]!.weight === 'must mend' ? 'border-ruby' : 'border-transparent'}`}
          >
            {shown.length}
          </span>
        )}
      </Button>
      <Link
        to={`/posts/${draft.id}/proof`}
        onClick={() => void draft.flush()}
        className="rounded-sm border border-paper px-3 py-1.5 font-medium"
      >
        Proof
      </Link>
      <button
        type="button"
        className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white"
        onClick={() => setPublishing(true)}
      >
        Publish…
      </button>
      {publishing && (
        <PublishDialog
          open={publishing}
          onOpenChange={setPublishing}
          draft={draft}
          marks={marks}
          onMarks={() => {
            setPublishing(false)
            setMarking(true)
          }}
        />
      )}
      {marking && <MarksDialog open={marking} onOpenChange={setMarking} marks={shown} />}
    </TopBar>
  )
  return (
    <div>
      {bar}
      {/* A line of its own: in the bar it would be cut off just when it matters. */}
      {troubled && (
        <p role="alert" className="border-l-4 border-ruby bg-paper px-4 py-1 font-semibold text-ruby">
          {savedInWords(draft)}
          {draft.fault && `: ${draft.fault}`}
        </p>
      )}
    </div>
  )
})
