import { useState } from 'react'
import { Link } from 'react-router'
import { READER_SCREENS, type ReaderScreen } from '../../../core/house/screens.ts'
import { titleOf } from '../../../core/post/post.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { capital, timeInWords } from '../../ui/words.ts'
import { PublishDialog } from '../publish/publish-dialog.tsx'
import { writeAltText } from '../ticket/picture-texts.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { useBoard } from './board-context.tsx'
import { reveal } from './reveal.ts'
import type { PostDraft } from './post-draft.ts'

const STATES = { none: 'Not published', draft: 'Draft on the blog', live: 'Live', withdrawn: 'Withdrawn' } as const

function savingInWords({ saving, savedAt, publication }: PostDraft): string {
  const state = STATES[publication.state]
  if (saving === 'saved') return `${state}, saved ${timeInWords(savedAt)}`
  if (saving === 'saving' || saving === 'unsaved') return `${state}, saving…`
  if (saving === 'away') return 'Server away: kept here, trying again'
  if (saving === 'conflict') return 'Saved elsewhere too: a choice is needed'
  return 'Not saved'
}

export function BoardBar({ screen, onScreen, onKeys }: { screen: ReaderScreen; onScreen: (screen: ReaderScreen) => void; onKeys: () => void }) {
  const { draft, selectRow } = useBoard()
  const [publishing, setPublishing] = useState(false)
  const lead = ({ row, picture }: { row: string; picture: number }) => {
    selectRow(row, picture)
    reveal(row, 'center')
    writeAltText()
  }
  const troubled = draft.saving === 'away' || draft.saving === 'conflict' || draft.saving === 'refused'
  return (
    <TopBar>
      <span className="max-w-56 min-w-16 shrink truncate font-semibold" title={draft.content.title}>
        {titleOf(draft.content)}
      </span>
      <span role="status" title={savingInWords(draft)} className={`min-w-0 flex-1 truncate ${troubled ? 'font-semibold text-[#ffb4ab]' : 'text-[#c9c1b4]'}`}>
        {savingInWords(draft)}
        {draft.fault && `: ${draft.fault}`}
      </span>
      <div className="flex items-center gap-1">
        <Button look="on-ink" small disabled={!draft.undoes} onClick={draft.undo} title={draft.undoes ? `Undo: ${draft.undoes} (Ctrl Z)` : 'Nothing to undo'}>
          Undo
        </Button>
        <Button look="on-ink" small disabled={!draft.redoes} onClick={draft.redo} title={draft.redoes ? `Redo: ${draft.redoes} (Ctrl Shift Z)` : 'Nothing to redo'}>
          Redo
        </Button>
        <Button look="on-ink" small onClick={onKeys} title="Every key (?)">
          Keys
        </Button>
      </div>
      <Choice
        onInk
        label="Width of the screen"
        value={screen.name}
        onChange={(name) => onScreen(READER_SCREENS.find((one) => one.name === name)!)}
        options={READER_SCREENS.map(({ name, width }) => ({ value: name, label: `${capital(name)} ${width}` }))}
      />
      <Link to={`/posts/${draft.id}/proof`} onClick={() => void draft.flush()} className="rounded-sm border border-paper px-3 py-1.5 font-medium">
        Proof
      </Link>
      <button type="button" className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white" onClick={() => setPublishing(true)}>
        Publish…
      </button>
      <PublishDialog open={publishing} onOpenChange={setPublishing} draft={draft} onLead={lead} />
    </TopBar>
  )
}
