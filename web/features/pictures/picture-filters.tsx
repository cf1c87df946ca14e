import { type ReactNode, useState } from 'react'
import { FLAWS } from '../../../core/looks/flaws.ts'
import {
  ALL_PICTURES,
  COUNTED_MATCHES,
  PICTURE_SHAPES,
  type PictureCounts,
  type PictureFilters,
  type PictureKeep,
  type PictureShape,
} from '../../../core/wire/picture-search.ts'
import { FLAW_NAMES } from '../../../core/words/looks.ts'
import { usePictureChoices } from '../../api/queries.ts'

const KEEP_NAMES: Record<PictureKeep, string> = {
  unused: 'Not used yet',
  silent: 'No alt text',
  alike: 'Look-alikes',
  ...FLAW_NAMES,
}
const SHAPE_NAMES: Record<PictureShape, string> = {
  wide: 'Wide',
  tall: 'Tall',
  square: 'Square',
  panorama: 'Panorama',
}
/** What is asked for most; what is wrong with pictures is shown where there is any. */
const ALWAYS: readonly PictureKeep[] = ['unused', 'silent', 'alike']

const monthInWords = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' })

interface Props {
  readonly filters: PictureFilters
  readonly counts: PictureCounts | undefined
  readonly onChange: (filters: PictureFilters) => void
}

/** What pictures can be kept to, each with how many it would leave. */
export function PictureFilterBar({ filters, counts, onChange }: Props) {
  // Thousands are gone through for these: not before somebody comes near.
  const [near, setNear] = useState(false)
  const choices = usePictureChoices(filters, near || filters.tag !== '' || filters.month !== '')
  const { keeps } = filters
  const toggled = (keep: PictureKeep) => (keeps.includes(keep) ? keeps.filter((one) => one !== keep) : [...keeps, keep])
  const narrowed = Object.values({ ...filters, keeps: keeps.join(), aside: filters.aside || '' }).some(Boolean)
  const told = (n: number | undefined) =>
    n === undefined
      ? ''
      : filters.words.trim() !== '' && n >= COUNTED_MATCHES
        ? `${COUNTED_MATCHES} and more`
        : String(n)
  const faults = FLAWS.filter((flaw) => keeps.includes(flaw) || (counts?.keeps[flaw] ?? 0) > 0)
  const options = (list: readonly { readonly value: string; readonly count: number }[] | undefined, chosen: string) =>
    // What is chosen stays to be seen, though no picture may be left of it.
    list && chosen !== '' && !list.some(({ value }) => value === chosen) ? [...list, { value: chosen, count: 0 }] : list

  return (
    <div role="group" aria-label="Filters" className="flex flex-wrap items-center gap-x-2 gap-y-1.5">
      {[...ALWAYS, ...faults].map((keep) => (
        <Toggle key={keep} on={keeps.includes(keep)} onPress={() => onChange({ ...filters, keeps: toggled(keep) })}>
          {KEEP_NAMES[keep]} <Figure>{told(counts?.keeps[keep])}</Figure>
        </Toggle>
      ))}
      <Narrow
        label="Tag"
        onNear={() => setNear(true)}
        value={filters.tag}
        options={(options(choices?.tags, filters.tag) ?? []).map(({ value, count }) => [value, `${value} (${count})`])}
        onChange={(tag) => onChange({ ...filters, tag })}
      />
      <Narrow
        label="Month taken"
        onNear={() => setNear(true)}
        value={filters.month}
        options={(options(choices?.months, filters.month) ?? []).map(({ value, count }) => [
          value,
          `${monthInWords.format(new Date(`${value}-15`))} (${count})`,
        ])}
        onChange={(month) => onChange({ ...filters, month })}
      />
      <Narrow
        label="Shape"
        value={filters.shape}
        options={PICTURE_SHAPES.map((shape) => [shape, `${SHAPE_NAMES[shape]} (${told(counts?.shapes[shape])})`])}
        onChange={(shape) => onChange({ ...filters, shape: shape as PictureShape })}
      />
      {(filters.aside || (counts?.aside ?? 0) > 0) && (
        <Toggle on={filters.aside} onPress={() => onChange({ ...filters, aside: !filters.aside })}>
          Aside <Figure>{told(filters.aside ? counts?.found : counts?.aside)}</Figure>
        </Toggle>
      )}
      {narrowed && (
        <button
          type="button"
          className="px-1 underline decoration-hairline underline-offset-4 hover:decoration-ink"
          onClick={() => onChange(ALL_PICTURES)}
        >
          Show all again
        </button>
      )}
    </div>
  )
}

const Figure = ({ children }: { children: ReactNode }) => <span className="font-mono text-[0.85em]">{children}</span>

const look = (on: boolean) =>
  `rounded-sm border px-2 py-1 ${on ? 'border-ink bg-ink text-paper' : 'border-edge bg-paper'}`

function Toggle({ on, onPress, children }: { on: boolean; onPress: () => void; children: ReactNode }) {
  return (
    <button type="button" aria-pressed={on} className={look(on)} onClick={onPress}>
      {children}
    </button>
  )
}

function Narrow({
  label,
  value,
  options,
  onNear,
  onChange,
}: {
  label: string
  value: string
  options: readonly (readonly [value: string, words: string])[]
  /** somebody may open it */
  onNear?: () => void
  onChange: (value: string) => void
}) {
  return (
    <select
      aria-label={label}
      className={`${look(value !== '')} w-36`}
      value={value}
      onPointerEnter={onNear}
      onFocus={onNear}
      onChange={(event) => onChange(event.target.value)}
    >
      <option value="">{value === '' ? label : `Any ${label.toLowerCase()}`}</option>
      {options.map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </select>
  )
}
