import type { ArrangeOrder } from '../../../core/arrange/order.ts'
import {
  ARRANGED_KINDS,
  type ArrangedKind,
  MOST_ARRANGED,
  WISH_STEPS,
  type WishStep,
} from '../../../core/arrange/request.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import type { OpenArranging } from './use-arranging.ts'

const ORDERS: Record<ArrangeOrder, string> = {
  tray: 'As they lie',
  taken: 'As they were taken',
  text: 'By occasion and text',
}
const KINDS: Record<ArrangedKind, string> = {
  one: 'Alone',
  beside: 'Beside text',
  'side-by-side': 'Side by side',
  patchwork: 'Patchwork',
  gallery: 'Gallery',
  slideshow: 'Slideshow',
}

/** What is asked of the proposals: which pictures, in which order, how full, in which kinds of row. */
export function ArrangePanel({ arranging }: { arranging: OpenArranging }) {
  const { asked, ask, waiting, pictures, leave } = arranging
  const { wishes } = asked
  const kind = (name: ArrangedKind) => {
    const kinds = wishes.kinds.includes(name) ? wishes.kinds.filter((one) => one !== name) : [...wishes.kinds, name]
    if (kinds.length) ask({ wishes: { ...wishes, kinds } })
  }
  return (
    <section
      aria-label="What to arrange"
      data-region="arrange-panel"
      className="border-t border-hairline bg-board-deep px-4 pt-1 pb-3"
    >
      <header className="flex h-8 items-center gap-3">
        <h2 className="truncate">
          <b>Arranging {count(pictures.length, 'picture')}</b>{' '}
          <span className="text-soft">
            {pictures.length < waiting.length ? `of ${waiting.length} that wait` : 'of the tray, in the whole post'}
          </span>
        </h2>
        {pictures.length === MOST_ARRANGED && waiting.length > MOST_ARRANGED && (
          <span className="text-soft">No more than {MOST_ARRANGED} at once</span>
        )}
        <span className="flex-1" />
        <span className="figures flex gap-4 whitespace-nowrap max-xl:hidden">
          <span>← → proposals</span>
          <span>↑ ↓ rows</span>
          <span>P pins</span>
          <span>Enter takes</span>
          <span>Esc leaves</span>
        </span>
        <Button small look="plain" onClick={leave}>
          Close
        </Button>
      </header>
      <div className="flex flex-wrap items-start gap-x-7 gap-y-2">
        <div>
          <p className="label-narrow text-soft">Which</p>
          <div className="flex items-center gap-2">
            <label className="flex items-center gap-1 whitespace-nowrap">
              The first
              <input
                type="number"
                min={1}
                max={Math.min(MOST_ARRANGED, waiting.length)}
                value={asked.first ?? ''}
                placeholder={String(Math.min(MOST_ARRANGED, asked.only?.length ?? waiting.length))}
                onChange={({ target }) =>
                  ask({ first: target.value === '' ? null : Math.max(1, Math.floor(Number(target.value))) })
                }
                className="figures w-14 border border-edge bg-paper px-1 py-0.5"
              />
              {asked.only ? 'of those chosen' : 'that wait'}
            </label>
            {asked.only && (
              <Button small look="plain" onClick={() => ask({ only: null })}>
                All that wait
              </Button>
            )}
          </div>
          <label className="flex items-center gap-1 whitespace-nowrap">
            <input
              type="checkbox"
              checked={wishes.leaveOut}
              onChange={() => ask({ wishes: { ...wishes, leaveOut: !wishes.leaveOut } })}
            />
            May leave out look-alikes
          </label>
        </div>
        <label>
          <span className="label-narrow block text-soft">Order</span>
          <select
            value={asked.order}
            onChange={({ target }) => ask({ order: target.value as ArrangeOrder })}
            className="border border-edge bg-paper px-1 py-1"
          >
            {Object.entries(ORDERS).map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
        <Wish
          label="Rows"
          ends={['few', 'many']}
          value={wishes.rows}
          onChange={(rows) => ask({ wishes: { ...wishes, rows } })}
        />
        <Wish
          label="Pictures"
          ends={['small', 'large']}
          value={wishes.size}
          onChange={(size) => ask({ wishes: { ...wishes, size } })}
        />
        <fieldset>
          <legend className="label-narrow text-soft">Kinds of row</legend>
          <div className="grid grid-cols-3 gap-x-3">
            {ARRANGED_KINDS.map((name) => (
              <label key={name} className="flex items-center gap-1 whitespace-nowrap">
                <input type="checkbox" checked={wishes.kinds.includes(name)} onChange={() => kind(name)} />
                {KINDS[name]}
              </label>
            ))}
          </div>
        </fieldset>
      </div>
    </section>
  )
}

interface WishProps {
  readonly label: string
  readonly ends: readonly [string, string]
  readonly value: WishStep
  readonly onChange: (value: WishStep) => void
}

/** A wish between two ends. */
function Wish({ label, ends, value, onChange }: WishProps) {
  const said =
    value === 0
      ? 'as suits the post'
      : `${Math.abs(value) === 2 ? 'many steps to' : 'a step to'} ${ends[value < 0 ? 0 : 1]}`
  return (
    <label>
      <span className="label-narrow block text-soft">{label}</span>
      <span className="flex items-center gap-1.5">
        {ends[0]}
        <input
          type="range"
          min={WISH_STEPS[0]}
          max={WISH_STEPS.at(-1)}
          step={1}
          value={value}
          aria-valuetext={said}
          title={said}
          onChange={({ target }) => onChange(Number(target.value) as WishStep)}
          className="w-24 accent-ink"
        />
        {ends[1]}
      </span>
    </label>
  )
}
