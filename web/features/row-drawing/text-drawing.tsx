import { memo } from 'react'
import { blockKind, type TextBlock, textOf } from '../../../core/blocks/table.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { containerWidth } from '../../../core/house/seats.ts'
import { lineWidth } from '../../../core/layout/beside-text.ts'

/** Lines of a block that are drawn at most. */
const MOST_LINES = 12

interface TextDrawingProps {
  readonly block: TextBlock
  readonly house: HouseStyle
  /** width of the window that the page is shown for, px */
  readonly window: number
  /** px of the text column as it is drawn */
  readonly column: number
}

/** A block of text in small: a line for each of its lines. */
export const TextDrawing = memo(function TextDrawing({ block, house, window, column }: TextDrawingProps) {
  const perLine = containerWidth('measure', house, window) / lineWidth(1, house)
  const lines = Math.max(1, Math.ceil(textOf(block).length / perLine))
  const heading = blockKind(block).miniature === 'heading'
  return (
    <div aria-hidden style={{ width: column }} className={`flex flex-col gap-[2px] ${heading ? 'pt-1' : ''}`}>
      {Array.from({ length: Math.min(lines, MOST_LINES) }, (_, i) => (
        <i
          key={i}
          className={heading ? 'h-[2px] bg-ink' : 'h-px bg-[#a59c8e]'}
          style={{ width: i === lines - 1 && lines > 1 ? '60%' : heading ? '75%' : '100%' }}
        />
      ))}
    </div>
  )
})
