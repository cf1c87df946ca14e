import { mannerOf } from '../../../core/post/effective.ts'
import { SLIDE_SECONDS } from '../../../core/post/row-choices.ts'
import type { Row } from '../../../core/post/row.ts'
import { withChoices } from '../../../core/post/changes/row-choices.ts'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { MOVE_WORDS, PLACE_WORDS } from './choice-words.ts'
import { HouseSelect, HouseYesNo } from './house-select.tsx'
import { shapeOf, shapeOptions } from './shapes.ts'

/** What a slideshow has of its own: frame, how it moves, what readers hold it by. */
export function SlideshowFields({ row }: { row: Row }) {
  const { house, changeRow } = useBoard()
  const { slideshow } = row
  const edit = (did: string, change: Partial<Row['slideshow']>, group?: string) =>
    changeRow(did, row.id, (now) => ({ ...now, slideshow: { ...now.slideshow, ...change } }), group)
  const { key, options } =
    row.slideshow.frame === null ? { key: 'own', options: shapeOptions(1).options } : shapeOptions(row.slideshow.frame)
  const manner = mannerOf(row, house)
  const told = [
    `${manner.seconds} s each`,
    manner.starts ? 'by itself' : 'when started',
    manner.arrows ? 'arrows' : '',
    manner.place === 'none' ? '' : manner.place === 'dots' ? 'dots' : '“3 of 12”',
    manner.fullScreen ? 'full screen' : '',
  ].filter(Boolean)
  return (
    <>
      <Line label="Frame" top>
        <div className="flex flex-col gap-1.5">
          <Select
            label="Shape of the frame"
            value={key}
            options={[['own', 'As suits the pictures'], ...options]}
            onChange={(value) =>
              changeRow('change the frame', row.id, (now) =>
                withChoices(now, { slideshow: { frame: value === 'own' ? null : shapeOf(value) } }),
              )
            }
          />
          <Choice
            label="Pictures in the frame"
            value={slideshow.fill ? 'fill' : 'whole'}
            onChange={(value) => edit('change how pictures sit in the frame', { fill: value === 'fill' })}
            options={[
              { value: 'whole', label: 'Shown whole' },
              { value: 'fill', label: 'Fill the frame', hint: 'Cropped around their focus points' },
            ]}
          />
        </div>
      </Line>
      <Line label="Across">
        <NumberInput
          label="Slides across"
          unit="slides"
          least={1}
          most={6}
          value={slideshow.across}
          onChange={(value) =>
            value !== null && edit('change how many slides across', { across: Math.round(value) }, 'slides')
          }
        />
      </Line>
      <Fold name="Runs" told={told.join(', ')}>
        {slideshow.across === 1 && (
          <Line label="Change">
            <HouseSelect
              label="How pictures change"
              value={slideshow.move}
              house={house.slideshow.move}
              options={MOVE_WORDS}
              onChange={(move) => edit('change how pictures change', { move })}
            />
          </Line>
        )}
        <Line label="Each for">
          <NumberInput
            label="Seconds for each picture"
            unit="s"
            least={SLIDE_SECONDS.least}
            most={SLIDE_SECONDS.most}
            value={slideshow.seconds}
            empty={`${house.slideshow.seconds}, as the house`}
            onChange={(seconds) => edit('change the seconds', { seconds }, 'seconds')}
          />
        </Line>
        <Line label="Starts">
          <HouseYesNo
            label="Starts by itself"
            value={slideshow.starts}
            house={house.slideshow.starts}
            onChange={(starts) => edit('change whether it starts by itself', { starts })}
          />
        </Line>
        <Line label="Arrows">
          <HouseYesNo
            label="Arrows"
            value={slideshow.arrows}
            house={house.slideshow.arrows}
            onChange={(arrows) => edit('change the arrows', { arrows })}
          />
        </Line>
        <Line label="Place">
          <HouseSelect
            label="How the place is shown"
            value={slideshow.place}
            house={house.slideshow.place}
            options={PLACE_WORDS}
            onChange={(place) => edit('change how the place is shown', { place })}
          />
        </Line>
        <Line label="Screen">
          <HouseYesNo
            label="Full screen"
            value={slideshow.fullScreen}
            house={house.slideshow.fullScreen}
            onChange={(fullScreen) => edit('change full screen', { fullScreen })}
          />
        </Line>
      </Fold>
    </>
  )
}
