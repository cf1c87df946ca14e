import { useEffect, useMemo, useState } from 'react'
import { usePictureMap } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { count } from '../../ui/words.ts'
import { matches } from './search.ts'
import { nameOf, PictureImage } from './picture-image.tsx'

/** Chooses among the pictures that are already here. */
export function PicturePicker({
  open,
  onOpenChange,
  title,
  exclude = [],
  many,
  onPick,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  exclude?: readonly string[]
  many?: boolean
  onPick: (ids: string[]) => void
}) {
  const { list } = usePictureMap()
  const [words, setWords] = useState('')
  const [chosen, setChosen] = useState<readonly string[]>([])
  useEffect(() => {
    if (open) setChosen([])
  }, [open])
  const shown = useMemo(
    () => list.filter((picture) => !exclude.includes(picture.id) && matches(picture, words)).reverse(),
    [list, exclude, words],
  )
  const finish = (ids: readonly string[]) => {
    onPick([...ids])
    onOpenChange(false)
  }
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={title}
      width={880}
      head={
        <div className="flex items-center gap-3">
          <input
            aria-label="Search the pictures"
            placeholder="Search titles, texts, tags"
            className="w-72 rounded-sm border border-edge px-2 py-1"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
          <span className="flex-1 text-soft">{count(shown.length, 'picture')}</span>
          {many && (
            <Button look="ink" disabled={chosen.length === 0} onClick={() => finish(chosen)}>
              {chosen.length ? `Take ${count(chosen.length, 'picture')}` : 'Take'}
            </Button>
          )}
        </div>
      }
    >
      {shown.length === 0 && (
        <p className="py-10 text-center text-soft">
          {list.length === 0 ? 'No pictures are here yet.' : 'No picture fits. Try fewer words.'}
        </p>
      )}
      <ul className="flex flex-wrap gap-2">
        {shown.map((picture) => {
          const number = chosen.indexOf(picture.id) + 1
          return (
            <li key={picture.id}>
              <button
                type="button"
                aria-pressed={many ? number > 0 : undefined}
                title={nameOf(picture)}
                className={`relative block p-[2px] ${number ? 'outline-2 outline-ink' : ''}`}
                onClick={() =>
                  many
                    ? setChosen(number ? chosen.filter((id) => id !== picture.id) : [...chosen, picture.id])
                    : finish([picture.id])
                }
              >
                <PictureImage
                  picture={picture}
                  width={Math.min(260, 104 * (picture.width / picture.height))}
                  aspect={Math.min(260, 104 * (picture.width / picture.height)) / 104}
                />
                {number > 0 && (
                  <span className="absolute bottom-0 left-0 bg-ink px-1.5 font-mono text-paper">{number}</span>
                )}
              </button>
            </li>
          )
        })}
      </ul>
    </Dialog>
  )
}
