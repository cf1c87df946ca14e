import { useEffect, useState } from 'react'
import { createPortal } from 'react-dom'
import { Button } from '../../ui/button.tsx'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { count } from '../../ui/words.ts'
import { useArrivalsPlace } from './arrivals-place.tsx'
import type { Arriving } from './intake.tsx'

const UNDER_WAY = ['waiting', 'sending', 'preparing']
const IN_WORDS: Record<Arriving['state'], string> = {
  waiting: 'waits',
  sending: 'on its way',
  preparing: 'is being prepared',
  here: 'is here',
  already: 'was here already',
  refused: '',
}

/** "33 pictures brought in, 2 were here already, 1 not taken". */
export function outcome(fresh: number, already: number, refused: number): string {
  const parts = [
    fresh > 0 || (already === 0 && refused === 0) ? `${count(fresh, 'picture')} brought in` : '',
    already > 0 ? `${already} ${already === 1 ? 'was' : 'were'} here already` : '',
    refused > 0 ? `${refused} not taken` : '',
  ]
  return parts.filter(Boolean).join(', ')
}

/** How far each file and all of them are; what was refused and why. */
export function IntakePanel({
  arriving,
  onCancel,
  onAgain,
  onClear,
}: {
  arriving: readonly Arriving[]
  onCancel: (key: number) => void
  onAgain: (key: number) => void
  onClear: () => void
}) {
  const [open, setOpen] = useState(true)
  const going = arriving.filter((one) => UNDER_WAY.includes(one.state))
  const refused = arriving.filter((one) => one.state === 'refused')
  const done = arriving.length - going.length - refused.length
  const already = arriving.filter((one) => one.state === 'already')
  const remarks = arriving.some((one) => one.remark !== undefined)
  // When all went well the panel has nothing more to say; what is worth reading stays until it was read.
  const quiet = refused.length === 0 && already.length === 0 && !remarks
  const over = going.length === 0 && refused.length === 0 && !remarks
  useEffect(() => setOpen(!over), [over])
  useEffect(() => {
    if (arriving.length === 0 || going.length > 0 || !quiet) return
    const timer = setTimeout(onClear, 4000)
    return () => clearTimeout(timer)
  }, [arriving.length, going.length, quiet, onClear])
  const place = useArrivalsPlace()
  if (arriving.length === 0) return null

  const bytes = arriving.reduce((sum, one) => sum + one.bytes, 0)
  const sent = arriving.reduce((sum, one) => sum + one.bytes * (UNDER_WAY.includes(one.state) ? one.share * 0.9 : 1), 0)
  const panel = (
    <section
      aria-label="Pictures arriving"
      className={
        place
          ? `flex flex-col border-t border-ink bg-paper ${open ? 'max-h-[30vh]' : ''}`
          : 'fixed right-3 bottom-3 z-30 flex max-h-[52vh] w-[360px] flex-col border border-ink bg-paper shadow-[0_8px_28px_rgb(29_27_24/0.28)]'
      }
    >
      <header className="flex items-center gap-2 border-b border-hairline px-3 py-2">
        <p role="status" className="flex-1 font-semibold">
          {going.length > 0
            ? `${done} of ${arriving.length} pictures are here`
            : outcome(done - already.length, already.length, refused.length)}
        </p>
        {going.length > 0 && (
          <Button small look="plain" onClick={() => going.forEach((one) => onCancel(one.key))}>
            Cancel all
          </Button>
        )}
        <Button small look="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Fold' : 'Unfold'}
        </Button>
        {going.length === 0 && (
          <Button small look="plain" onClick={onClear}>
            Close
          </Button>
        )}
      </header>
      <div
        role="progressbar"
        aria-label="All pictures"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round((100 * sent) / Math.max(1, bytes))}
        className="h-1 bg-board-deep"
      >
        <div
          className="h-full bg-blueink transition-[width]"
          style={{ width: `${(100 * sent) / Math.max(1, bytes)}%` }}
        />
      </div>
      {open && (
        <ul className="min-h-0 flex-1 divide-y divide-hairline overflow-y-auto">
          {[
            ...refused,
            ...already,
            ...arriving.filter((one) => one.state !== 'refused' && one.state !== 'already').reverse(),
          ].map((one) => (
            <li key={one.key} className="px-3 py-1.5">
              <div className="flex items-baseline gap-2">
                <span className="min-w-0 flex-1 truncate" title={one.name}>
                  {one.name}
                </span>
                <span className="figures">
                  {one.state === 'sending'
                    ? `${Math.round(one.share * 100)} %`
                    : one.state === 'refused'
                      ? bytesInWords(one.bytes)
                      : IN_WORDS[one.state]}
                </span>
                {UNDER_WAY.includes(one.state) && (
                  <Button small look="plain" aria-label={`Cancel ${one.name}`} onClick={() => onCancel(one.key)}>
                    Cancel
                  </Button>
                )}
                {one.state === 'refused' && one.again && (
                  <Button small look="plain" aria-label={`Try ${one.name} again`} onClick={() => onAgain(one.key)}>
                    Try again
                  </Button>
                )}
              </div>
              {one.remark && <p className="text-soft">{one.remark}</p>}
              {one.state === 'refused' ? (
                <p className="text-ruby">
                  {one.reason} {one.next}
                </p>
              ) : (
                UNDER_WAY.includes(one.state) && (
                  <div className="mt-1 h-0.5 bg-board-deep">
                    <div className="h-full bg-blueink" style={{ width: `${one.share * 100}%` }} />
                  </div>
                )
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
  return place ? createPortal(panel, place) : panel
}
