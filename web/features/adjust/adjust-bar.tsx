import { Button } from '../../ui/button.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import type { Adjusting } from './adjusting.ts'

interface Props {
  readonly name: string
  readonly adjusting: Adjusting
  readonly kept: boolean
  readonly keeping: boolean
  readonly onUndo: () => void
  readonly onRedo: () => void
  readonly onKeep: () => void
  readonly onBack: () => void
}

/** What is adjusted, step by step back and on, and keeping it. */
export function AdjustBar({ name, adjusting, kept, keeping, onUndo, onRedo, onKeep, onBack }: Props) {
  return (
    <TopBar>
      <span className="min-w-0 flex-1 truncate text-[#c9c1b4]">
        Adjusting <b className="text-paper">{name}</b>
      </span>
      <Button look="on-ink" disabled={adjusting.past.length === 0} title="Ctrl Z" onClick={onUndo}>
        Undo
      </Button>
      <Button look="on-ink" disabled={adjusting.future.length === 0} title="Ctrl Shift Z" onClick={onRedo}>
        Redo
      </Button>
      <button
        type="button"
        className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white disabled:bg-[#8b8376]"
        disabled={kept || keeping}
        title="Ctrl Enter"
        onClick={onKeep}
      >
        {keeping ? 'Keeping…' : 'Keep it so'}
      </button>
      <Button look="on-ink" onClick={onBack}>
        Back
      </Button>
    </TopBar>
  )
}
