import { useMemo, useState } from 'react'
import { ALL_PICTURES } from '../../../core/wire/picture-search.ts'
import { useFoundPictures } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { SearchField } from '../../ui/search-field.tsx'
import { count } from '../../ui/words.ts'
import { PictureWall } from './picture-wall.tsx'
import { WaitingHere } from '../shell/waiting.tsx'
import { nameOf, PictureImage } from './picture-image.tsx'

const LINE = 104
const WIDEST = 260

interface Props {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly title: string
  readonly exclude?: readonly string[]
  readonly many?: boolean
  /** closed: where the focus goes instead of back; false for back */
  readonly onClosed?: () => boolean
  readonly onPick: (ids: string[]) => void
}

/** Chooses among the pictures that are already here; asks for none before it is open. */
export const PicturePicker = (props: Props) => (props.open ? <OpenPicker {...props} /> : null)

function OpenPicker({ open, onOpenChange, title, exclude = [], many, onPick, onClosed }: Props) {
  const [words, setWords] = useState('')
  const found = useFoundPictures({ ...ALL_PICTURES, words, sort: 'added' })
  const [chosen, setChosen] = useState<readonly string[]>([])
  const shown = useMemo(() => found.pictures.filter(({ id }) => !exclude.includes(id)), [found.pictures, exclude])
  /** What was chosen before stays, in its order. */
  const chooseAcross = (from: number, to: number) => {
    const range = shown.slice(Math.min(from, to), Math.max(from, to) + 1).map(({ id }) => id)
    setChosen((before) => [...before, ...range.filter((id) => !before.includes(id))])
  }
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
      {...(onClosed ? { onClosed } : {})}
      head={
        <div className="flex items-center gap-3">
          <SearchField
            label="Search the pictures"
            hint="Search titles, texts, tags, file names"
            value={words}
            onChange={setWords}
          />
          <span className="flex-1" />
          {many && (
            <Button look="ink" disabled={chosen.length === 0} onClick={() => finish(chosen)}>
              {chosen.length ? `Take ${count(chosen.length, 'picture')}` : 'Take'}
            </Button>
          )}
        </div>
      }
    >
      <div className="flex h-[56vh] flex-col">
        <PictureWall
          pictures={shown}
          height={LINE + 4}
          widest={WIDEST}
          more={found.more}
          label="Pictures to choose from"
          {...(many ? { onAcross: chooseAcross } : {})}
          empty={
            !found.ready ? (
              <WaitingHere what="the pictures" error={found.error} />
            ) : (
              <p className="py-10 text-center text-soft">
                {words.trim() === '' ? 'No other pictures are here yet.' : 'No picture fits. Try fewer words.'}
              </p>
            )
          }
        >
          {({ picture, width }, tabbable) => {
            const number = chosen.indexOf(picture.id) + 1
            return (
              <button
                type="button"
                tabIndex={tabbable ? 0 : -1}
                aria-pressed={many ? number > 0 : undefined}
                title={nameOf(picture)}
                className={`relative block p-[2px] ${number ? 'outline-2 -outline-offset-2 outline-ink' : ''}`}
                onClick={() =>
                  many
                    ? setChosen(number ? chosen.filter((id) => id !== picture.id) : [...chosen, picture.id])
                    : finish([picture.id])
                }
              >
                <PictureImage picture={picture} width={width - 4} aspect={(width - 4) / LINE} />
                {number > 0 && (
                  <span className="absolute bottom-0 left-0 bg-ink px-1.5 font-mono text-paper">{number}</span>
                )}
              </button>
            )
          }}
        </PictureWall>
      </div>
    </Dialog>
  )
}
