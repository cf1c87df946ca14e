import { memo, useMemo } from 'react'
import { containerWidth } from '../../../core/house/seats.ts'
import { WIDE } from '../../../core/house/screens.ts'
import { widthIn } from '../../../core/layout/container.ts'
import { withinOfEach } from '../../../core/steps/steps.ts'
import { layRow } from '../../../core/place/lay-row.ts'
import { isRow } from '../../../core/post/body.ts'
import type { PostContent } from '../../../core/post/post.ts'
import { useFramesLater } from '../../ui/frames-later.ts'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'
import { TextDrawing } from '../row-drawing/text-drawing.tsx'
import { arrangedContent } from './arranging.ts'
import type { Proposal } from './use-arrangements.ts'
import { useWhenLaid } from './use-when-laid.ts'

/** px of the text column in a strip, and of what may reach past it. */
const COLUMN = 46
const EDGE = 66

interface StripProps {
  readonly proposal: Proposal
  readonly content: PostContent
  readonly number: number
  readonly shown: boolean
  readonly onShow: (at: number) => void
}

/** A proposal as a long strip: the whole post in small. */
export const Strip = memo(function Strip({ proposal, content, number, shown, onShow }: StripProps) {
  const { house, library } = useBoard()
  const arranged = useMemo(() => arrangedContent(content, proposal.arrangement), [content, proposal.arrangement])
  // After the sheets, one strip after another.
  const laid = useFramesLater(useWhenLaid(arranged, library, house), 4 + (number % 3) * 2)
  const { rows } = proposal.arrangement
  const within = withinOfEach(laid?.body.content ?? [], house)
  return (
    <button
      type="button"
      role="radio"
      aria-checked={shown}
      aria-label={`Proposal ${number + 1}: ${count(rows.length, 'row')}`}
      tabIndex={-1}
      onClick={() => onShow(number)}
      style={{ width: EDGE + 14 }}
      className={`flex shrink-0 flex-col items-center gap-[5px] bg-paper px-[6px] pt-1.5 pb-4 ${shown ? 'outline-2 outline-ink' : 'outline outline-hairline hover:outline-ink'}`}
    >
      <span className="figures mb-1 self-stretch border-b border-hairline pb-0.5 text-center">{number + 1}</span>
      {laid?.body.content.map((block, i) => {
        if (!isRow(block))
          return <TextDrawing key={i} block={block} house={house} window={WIDE.width} column={COLUMN} />
        const row = layRow(block.attrs, library, house, within[i])
        if (!row) return null
        const container = widthIn(row, house, WIDE.width)
        const width = Math.min(EDGE, (container * COLUMN) / containerWidth('measure', house, WIDE.width))
        return <RowDrawing key={block.attrs.id} laid={row} house={house} window={WIDE.width} width={width} />
      })}
    </button>
  )
})
