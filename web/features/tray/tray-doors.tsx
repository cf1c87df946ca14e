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
  const room = chosen.length > 0 ? 'max-2xl:hidden' : ''
  return (
    <>
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
    </>
  )
}
