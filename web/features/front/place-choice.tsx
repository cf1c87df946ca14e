import { clsx } from 'clsx'
import { BLOCK_PLACES, type PostShow } from '../../../core/shows/show.ts'
import { PLACE_NAMES } from './slide-in-words.ts'
import type { ChangeShow } from './show-fields.tsx'

/** Nine places of the block as they lie on the slide. */
export function PlaceChoice({ show, onChange }: { show: PostShow; onChange: ChangeShow }) {
  return (
    <div
      role="radiogroup"
      aria-label="Place of the words"
      className="grid shrink-0 grid-cols-3 gap-px border border-edge bg-hairline"
      style={{ width: 96, height: 64 }}
    >
      {BLOCK_PLACES.map((place, i) => (
        <button
          key={place}
          type="button"
          role="radio"
          aria-checked={show.place === place}
          aria-label={PLACE_NAMES[place]}
          title={PLACE_NAMES[place]}
          tabIndex={show.place === place ? 0 : -1}
          className={clsx(
            'flex items-center justify-center',
            show.place === place ? 'bg-ink' : 'bg-paper hover:bg-board',
          )}
          onClick={() => onChange({ place })}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -3, ArrowDown: 3 }[event.key]
            const next = by === undefined ? undefined : BLOCK_PLACES[i + by]
            if (!next) return
            event.preventDefault()
            onChange({ place: next })
            ;(event.currentTarget.parentElement!.children[i + by!] as HTMLElement).focus()
          }}
        >
          <i className={clsx('block h-[3px] w-4', show.place === place ? 'bg-paper' : 'bg-edge')} />
        </button>
      ))}
    </div>
  )
}
