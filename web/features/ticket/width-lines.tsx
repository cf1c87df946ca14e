import { widthIn } from '../../../core/layout/container.ts'
import { USUAL_BESIDE_CAPTION } from '../../../core/layout/captioned-beside.ts'
import type { PictureWidth } from '../../../core/layout/single.ts'
import { captionsOf } from '../../../core/post/effective.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { besideWidth } from '../../../core/layout/row-lengths.ts'
import type { RowChoices } from '../../../core/post/changes/row-choices.ts'
import { ROW_WIDTH } from '../../../core/post/limits.ts'
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
    <Line label="Width">
      <div className="grid grid-cols-2 gap-2">
        <NumberInput
          label="Width of the row"
          unit="px"
          least={ROW_WIDTH.least}
          most={ROW_WIDTH.most}
          step={4}
          value={px}
          onChange={(value) => value !== null && set(value)}
        />
        <NumberInput
          label="Width of the row"
          unit="%"
          least={1}
          most={100}
          value={(100 * px) / seat}
          onChange={(value) => value !== null && set((value / 100) * seat)}
        />
      </div>
    </Line>
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
  return (
    <Line label="Width">
      <div className="grid grid-cols-2 gap-2">
        <NumberInput
          label="Width"
          unit="px"
          least={40}
          most={4000}
          step={4}
          value={px}
          onChange={(value) =>
            value !== null && change('change a width', { one: { width: { unit: 'px', value } } }, 'width')
          }
        />
        <NumberInput
          label="Width"
          unit="%"
          least={5}
          most={100}
          value={(100 * px) / container}
          onChange={(value) =>
            value !== null &&
            change(
              'change a width',
              { one: { width: value >= 100 && !row.one.side ? null : { unit: '%', value } } },
              'width',
            )
          }
        />
      </div>
    </Line>
  )
}
