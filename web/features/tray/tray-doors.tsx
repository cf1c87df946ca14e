import { useState } from 'react'
import { Link } from 'react-router'
import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { useIntake } from '../intake/intake.tsx'
import { SetsDialog } from '../sets/sets-dialog.tsx'
import { PicturePicker } from '../pictures/picture-picker.tsx'

/** The ways into the tray: pictures that are here already, and those that are not yet. */
export function TrayDoors({ folded }: { folded: boolean }) {
  const { draft, chosen } = useBoard()
  const { choose, otherWays } = useIntake()
  const [picking, setPicking] = useState(false)
  const [sets, setSets] = useState(false)
  // Where there is no room for both, what can be done with the chosen pictures comes first.
  const room = chosen.length > 0 ? 'max-2xl:hidden' : folded ? 'max-lg:hidden' : ''
  return (
    <div className={`flex flex-wrap gap-2 lg:contents ${folded ? '' : 'max-lg:basis-full'}`}>
      <Link
        className={`rounded-sm border border-edge bg-paper px-1.5 py-0.5 font-medium whitespace-nowrap hover:border-ink ${room}`}
        to={`/pictures/sheet?post=${draft.id}`}
        title="Titles, alt texts, captions, credits and tags of this post’s pictures, as a sheet"
      >
        Describe
      </Link>
      <Button small className={room} onClick={() => setPicking(true)}>
        From the pictures…
      </Button>
      <Button small className={room} onClick={() => setSets(true)} title="Rows that show a set, and follow it">
        Sets…
      </Button>
      <Button small className={room} onClick={otherWays} title="A folder, a web address, the picture bank">
        Other ways in…
      </Button>
      <Button small={folded} look="ink" onClick={choose}>
        Bring in pictures
      </Button>
      {sets && <SetsDialog onClose={() => setSets(false)} />}
      <PicturePicker
        open={picking}
        onOpenChange={setPicking}
        title="Put pictures into the tray"
        exclude={draft.content.tray}
        many
        onPick={(ids) =>
          draft.change(`put ${count(ids.length, 'picture')} into the tray`, (post) => intoTray(post, ids))
        }
      />
    </div>
  )
}

export const TrayFull = () => <p className="text-soft">The tray is full: what comes now waits among the pictures.</p>

export const NothingInTray = () => (
  <p className="flex h-[104px] items-center justify-center px-4 pb-4 text-soft">
    The pictures for this post gather here. Drop them anywhere in this window, paste them, or press “Bring in pictures”.
  </p>
)
