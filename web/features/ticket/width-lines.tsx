import { widthIn } from '../../../core/layout/container.ts'
import { USUAL_BESIDE_CAPTION } from '../../../core/layout/captioned-beside.ts'
import type { PictureWidth } from '../../../core/layout/single.ts'
import { captionsOf } from '../../../core/post/effective.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { besideWidth } from '../../../core/layout/row-lengths.ts'
import type { RowChoices } from '../../../core/post/changes/row-choices.ts'
import { PICTURE_WIDTH, ROW_WIDTH } from '../../../core/post/limits.ts'
import type { Row } from '../../../core/post/row.ts'
import { Line, NumberInput } from '../../ui/field.tsx'
import { useBoard } from '../board/board-context.tsx'

interface WidthProps {
  readonly row: Row
  readonly change: (did: string, change: RowChoices, group?: string) => void
}

/** How wide a row of several pictures is, in the middle of its seat; all of it where nobody has said. */
export function RowWidthLine({ row, change }: WidthProps) {
  const { house, within, window } = useBoard()
  const standing = { row, within: within(row.id) }
  const seat = widthIn({ ...standing, row: { ...row, width: null } }, house, window)
  const px = widthIn(standing, house, window)
  const set = (wanted: number) => {
    const width = Math.round(wanted) >= seat ? null : Math.max(ROW_WIDTH.least, Math.round(wanted))
    change('change the width of a row', { width }, 'width')
  }
  return (
    <WidthInputs
      label="Width of the row"
      limits={ROW_WIDTH}
      leastShare={1}
      px={px}
      container={seat}
      onPx={set}
      onShare={(share) => set((share / 100) * seat)}
    />
  )
}

/** How wide a picture is of which nobody has said it. */
const widthOfItsOwn = (row: Row, house: HouseStyle): PictureWidth =>
  row.one.side
    ? besideWidth(row, house)
    : { unit: '%', value: captionsOf(row, house) === 'beside' ? 100 * USUAL_BESIDE_CAPTION : 100 }

/** How wide one picture is. */
export function WidthLine({ row, change }: WidthProps) {
  const { house, within, window } = useBoard()
  const container = widthIn({ row, within: within(row.id) }, house, window)
  const width = row.one.width ?? widthOfItsOwn(row, house)
  const px = width.unit === 'px' ? width.value : (width.value / 100) * container
  const set = (value: PictureWidth | null) => change('change a width', { one: { width: value } }, 'width')
  return (
    <WidthInputs
      label="Width"
      limits={PICTURE_WIDTH.px}
      leastShare={PICTURE_WIDTH.share.least}
      px={px}
      container={container}
      onPx={(value) => set({ unit: 'px', value })}
      onShare={(value) => set(value >= 100 && !row.one.side ? null : { unit: '%', value })}
    />
  )
}

interface WidthInputsProps {
  readonly label: string
  /** px */
  readonly limits: { readonly least: number; readonly most: number }
  /** % */
  readonly leastShare: number
  /** the width now, and that of what it is in */
  readonly px: number
  readonly container: number
  readonly onPx: (px: number) => void
  readonly onShare: (share: number) => void
}

/** A width in px, and the same in per cent of what it is in. */
function WidthInputs({ label, limits, leastShare, px, container, onPx, onShare }: WidthInputsProps) {
  return (
    <Line label="Width">
      <div className="grid grid-cols-2 gap-2">
        <NumberInput
          label={label}
          unit="px"
          least={limits.least}
          most={limits.most}
          step={4}
          value={px}
          onChange={(value) => value !== null && onPx(value)}
        />
        <NumberInput
          label={label}
          unit="%"
          least={leastShare}
          most={100}
          value={(100 * px) / container}
          onChange={(value) => value !== null && onShare(value)}
        />
      </div>
    </Line>
  )
}
