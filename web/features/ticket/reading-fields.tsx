import { clickOf, revealOf, sharesOf, standsOver, throughOf } from '../../../core/post/effective.ts'
import type { Row } from '../../../core/post/row.ts'
import { LONGEST } from '../../../core/post/limits.ts'
import { Line, TextArea } from '../../ui/field.tsx'
import { Fold } from '../../ui/fold.tsx'
import { useBoard } from '../board/board-context.tsx'
import { CAPTION_WORDS, REVEAL_WORDS, THROUGH_WORDS } from './choice-words.ts'
import { HouseSelect, HouseYesNo } from './house-select.tsx'
import { OnClickField } from './on-click-field.tsx'
import { type RowChoices, withChoices } from '../../../core/post/changes/row-choices.ts'

/** Where captions stand and what a click does. */
export function ReadingFields({ row }: { row: Row }) {
  const { house, changeRow } = useBoard()
  const edit = (did: string, change: RowChoices, group?: string) =>
    changeRow(did, row.id, (now) => withChoices(now, change), group)
  // A single picture has nobody beside it to be kept quiet for, and slides have room below.
  const places = CAPTION_WORDS.filter(
    ([place]) =>
      (place !== 'beside' || (row.kind === 'one' && row.one.side === null)) &&
      (!standsOver(place) || (row.kind !== 'slideshow' && !(place === 'hover' && row.kind === 'one'))),
  )
  return (
    <>
      <Line label="Captions">
        <HouseSelect
          label="Captions"
          value={row.captions}
          house={house.captions}
          options={places}
          onChange={(captions) => edit('change the captions', { captions })}
        />
      </Line>
      {row.captions === 'row' && (
        <TextArea
          label="Caption for the row"
          value={row.caption}
          rows={1}
          className="min-h-0"
          maxLength={LONGEST.caption}
          onChange={(event) => edit('write a caption', { caption: event.target.value }, 'caption')}
        />
      )}
      <Line label="On click" top>
        <OnClickField
          label="On click"
          value={row.onClick}
          house={house.onClick}
          onChange={(onClick) => edit('change what a click does', { onClick }, 'click')}
        />
        {row.onClick?.do === 'web-address' && (
          <p className="mt-1 text-soft">A picture that has a web address of its own leads there.</p>
        )}
      </Line>
    </>
  )
}

/** What else readers find at a row, most of it as the house has it: how pictures come into sight, sharing. */
export function ReadersFold({ row }: { row: Row }) {
  const { house, changeRow } = useBoard()
  const edit = (did: string, change: RowChoices) => changeRow(did, row.id, (now) => withChoices(now, change))
  const enlarges = row.pictures.some((placed) => clickOf(row, placed, house).do === 'enlarge')
  const wordsOf = <T extends string>(options: readonly (readonly [T, string])[], key: T) =>
    options.find(([one]) => one === key)![1].toLowerCase()
  const told = [
    ...(enlarges ? [`through ${wordsOf(THROUGH_WORDS, throughOf(row, house))}`] : []),
    wordsOf(REVEAL_WORDS, revealOf(row, house)),
    sharesOf(row, house) ? 'share and download' : 'no sharing',
  ]
  return (
    <Fold name="Readers" told={told.join(', ')}>
      {enlarges && (
        <Line label="Through">
          <HouseSelect
            label="Enlarging goes through"
            value={row.through}
            house={house.through}
            options={THROUGH_WORDS}
            onChange={(through) => edit('change what enlarging goes through', { through })}
          />
        </Line>
      )}
      <Line label="Appears">
        <HouseSelect
          label="How pictures appear"
          value={row.reveal}
          house={house.reveal}
          options={REVEAL_WORDS}
          onChange={(reveal) => edit('change how pictures appear', { reveal })}
        />
      </Line>
      <Line label="Sharing">
        <HouseYesNo
          label="Share and download"
          value={row.share}
          house={house.share.shown}
          onChange={(share) => edit('change sharing', { share })}
        />
      </Line>
    </Fold>
  )
}
