import { edgeOf } from '../../../core/post/effective.ts'
import type { Row } from '../../../core/post/row.ts'
import { MOST_BORDER, MOST_CORNER } from '../../../core/post/row-choices.ts'
import { type RowChoices, withChoices } from '../../../core/post/changes/row-choices.ts'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { ColourField } from '../house-style/colour-field.tsx'
import { useBoard } from '../board/board-context.tsx'

/** Corners and border of a row's pictures, where they are not as the house has them. */
export function EdgeFields({ row }: { row: Row }) {
  const { house, changeRow } = useBoard()
  const { corner, border } = edgeOf(row, house)
  const edit = (did: string, change: RowChoices, group: string) =>
    changeRow(did, row.id, (now) => withChoices(now, change), group)
  const told = [
    corner ? `corners ${corner}` : 'square',
    border.width ? `border ${border.width}` : 'no border',
    row.corner === null && row.border === null ? 'as the house' : '',
  ]
  return (
    <Fold name="Edge" told={told.filter(Boolean).join(', ')}>
      <Line label="Corners">
        <NumberInput
          label="Corners of the pictures"
          unit="px"
          least={0}
          most={MOST_CORNER}
          value={row.corner}
          empty={`${house.corner}, as the house`}
          onChange={(value) => edit('round corners', { corner: value }, 'corner')}
        />
      </Line>
      <Line label="Border">
        <NumberInput
          label="Border of the pictures"
          unit="px"
          least={0}
          most={MOST_BORDER}
          value={row.border?.width ?? null}
          empty={`${house.border.width}, as the house`}
          onChange={(width) =>
            edit('change a border', { border: width === null ? null : { ...border, width } }, 'border')
          }
        />
      </Line>
      {border.width > 0 && (
        <Line label="Its colour">
          <ColourField
            label="Colour of the border"
            value={border.colour}
            onChange={(colour) => edit('change a border', { border: { ...border, colour } }, 'border')}
          />
        </Line>
      )}
    </Fold>
  )
}
