import {
  EXCERPT_WORDS,
  LINE_COLOURS,
  LINE_FACTS,
  LONGEST_LINE,
  MOST_LINES,
  newLine,
  type PostShow,
  type ShowLine,
} from '../../../core/shows/show.ts'
import { STEPS_OF_TYPE } from '../../../core/shows/show-type.ts'
import { Button } from '../../ui/button.tsx'
import { NumberInput, TextInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { FACT_NAMES } from './slide-in-words.ts'
import type { ChangeShow } from './show-fields.tsx'

const COLOUR_NAMES: Record<ShowLine['colour'], string> = { plain: 'Plain', soft: 'Soft', link: 'As links' }

/** The changes of slides, with the wordings of their lines after those have another order. `to`: where each line was. */
const rewordedIn = (changes: PostShow['changes'], to: readonly number[]): PostShow['changes'] =>
  Object.fromEntries(
    Object.entries(changes).map(([id, change]) => {
      if (!change.lines) return [id, change]
      const lines = Object.fromEntries(
        to.flatMap((was, at) => (change.lines![was] === undefined ? [] : [[String(at), change.lines![was]!]])),
      )
      return [id, { ...change, lines }]
    }),
  )

/** The lines of words, as every slide has them. */
export function ShowLines({ show, onChange }: { show: PostShow; onChange: ChangeShow }) {
  const { lines, changes } = show
  const set = (at: number, change: Partial<ShowLine>, key?: string) =>
    onChange({ lines: lines.map((line, i) => (i === at ? { ...line, ...change } : line)) }, key)
  const arrange = (order: readonly number[]) =>
    onChange({ lines: order.map((at) => lines[at]!), changes: rewordedIn(changes, order) })
  const places = lines.map((_, i) => i)
  return (
    <>
      <ol className="flex flex-col gap-2">
        {lines.map((line, at) => {
          const name = FACT_NAMES[line.says]
          return (
            // oxlint-disable-next-line react/no-array-index-key -- a line has no other name than its place
            <li key={at} className="flex flex-col gap-1.5 border-t border-hairline pt-2">
              <div className="flex items-center gap-1">
                <Select
                  label={`What line ${at + 1} says`}
                  value={line.says}
                  options={LINE_FACTS.map((fact) => [fact, FACT_NAMES[fact]])}
                  onChange={(says) => set(at, { says })}
                />
                <Button
                  small
                  aria-label={`${name} up`}
                  disabled={at === 0}
                  onClick={() => arrange(places.map((i) => (i === at - 1 ? at : i === at ? at - 1 : i)))}
                >
                  ↑
                </Button>
                <Button
                  small
                  aria-label={`${name} down`}
                  disabled={at === lines.length - 1}
                  onClick={() => arrange(places.map((i) => (i === at + 1 ? at : i === at ? at + 1 : i)))}
                >
                  ↓
                </Button>
                <Button small aria-label={`Take out ${name}`} onClick={() => arrange(places.filter((i) => i !== at))}>
                  ✕
                </Button>
              </div>
              {line.says === 'own' && (
                <TextInput
                  hidden
                  label={`Own words of line ${at + 1}`}
                  maxLength={LONGEST_LINE}
                  value={line.text}
                  onChange={({ target }) => set(at, { text: target.value }, `text of line ${at}`)}
                />
              )}
              <div className="flex items-center gap-1.5">
                <Select
                  label={`Size of line ${at + 1}`}
                  value={String(line.step)}
                  options={STEPS_OF_TYPE.map(({ name: size }, i) => [String(i), size])}
                  onChange={(step) => set(at, { step: Number(step) })}
                />
                <Select
                  label={`Colour of line ${at + 1}`}
                  value={line.colour}
                  options={LINE_COLOURS.map((colour) => [colour, COLOUR_NAMES[colour]])}
                  onChange={(colour) => set(at, { colour })}
                />
                <label className="flex items-center gap-1">
                  <input
                    type="checkbox"
                    checked={line.bold}
                    onChange={({ target }) => set(at, { bold: target.checked })}
                  />
                  Bold
                </label>
              </div>
              {line.says === 'excerpt' && (
                <NumberInput
                  label={`Words of line ${at + 1} at most`}
                  unit="words at most"
                  value={line.words}
                  least={EXCERPT_WORDS.least}
                  most={EXCERPT_WORDS.most}
                  onChange={(words) => set(at, { words: Math.round(words ?? line.words) }, `words of line ${at}`)}
                />
              )}
              {show.leads === 'line' && (
                <label className="flex items-center gap-1.5">
                  <input
                    type="radio"
                    name="leads"
                    checked={line.leads}
                    onChange={() => onChange({ lines: lines.map((one, i) => ({ ...one, leads: i === at })) })}
                  />
                  Leads to the post
                </label>
              )}
            </li>
          )
        })}
      </ol>
      {lines.length < MOST_LINES && (
        <div>
          <Button small onClick={() => onChange({ lines: [...lines, newLine('date', { step: 1 })] })}>
            Add a line
          </Button>
        </div>
      )}
    </>
  )
}
