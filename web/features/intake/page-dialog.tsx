import { useState } from 'react'
import type { PageOfPictures } from '../../../core/wire/gathering.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { count } from '../../ui/words.ts'

interface Props {
  readonly page: PageOfPictures
  readonly onClose: () => void
  readonly onTake: (addresses: readonly string[]) => Promise<void>
}

/** The pictures that a web page names, to be chosen from. None of them is fetched before it is chosen. */
export function PageDialog({ page, onClose, onTake }: Props) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [fault, setFault] = useState('')
  const { pictures } = page
  const all = chosen.size === pictures.length
  const toggle = (address: string) => {
    const next = new Set(chosen)
    if (!next.delete(address)) next.add(address)
    setChosen(next)
  }
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${page.title || 'A page'} names ${count(pictures.length, 'picture')}`}
      about={page.page}
      width={720}
      head={
        <div className="flex items-center gap-3">
          <Button
            small
            disabled={pictures.length === 0}
            onClick={() => setChosen(new Set(all ? [] : pictures.map(({ address }) => address)))}
          >
            {all && pictures.length > 0 ? 'Choose none' : 'Choose all'}
          </Button>
          <span className="flex-1 text-ruby">{fault}</span>
          <Button
            look="ink"
            disabled={chosen.size === 0}
            onClick={() =>
              void onTake(pictures.map(({ address }) => address).filter((one) => chosen.has(one))).catch(
                (error: unknown) => setFault((error as Error).message),
              )
            }
          >
            {chosen.size > 0 ? `Bring in ${count(chosen.size, 'picture')}` : 'Bring in'}
          </Button>
        </div>
      }
    >
      {pictures.length === 0 ? (
        <p className="text-soft">No picture is named there. It may be put in by a script, which is not run.</p>
      ) : (
        <ul className="max-h-[52vh] divide-y divide-hairline overflow-y-auto">
          {pictures.map(({ address, alt }) => (
            <li key={address}>
              <label aria-label={alt || address} className="flex items-baseline gap-3 py-1.5">
                <input type="checkbox" checked={chosen.has(address)} onChange={() => toggle(address)} />
                <span className="min-w-0 flex-1">
                  <span className="block truncate font-medium">{alt || address.split('/').at(-1) || address}</span>
                  <span className="figures block truncate" title={address}>
                    {address}
                  </span>
                </span>
              </label>
            </li>
          ))}
        </ul>
      )}
    </Dialog>
  )
}
