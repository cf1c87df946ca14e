import { type RefObject, useLayoutEffect } from 'react'
import { findRow } from '../../../core/post/changes/rows-in-body.ts'
import { type Told, useTold } from '../../ui/told.ts'
import { PictureImage } from '../pictures/picture-image.tsx'
import { useBoard } from './board-context.tsx'
import type { Spot } from './drop-target.ts'
import { firstWords } from './carried-words.ts'
import { SpotMark } from './spot-mark.tsx'
import type { Dragged } from './use-board-drag.tsx'

/** Pictures of what is carried that are shown beside the pointer. */
const SHOWN = 4

interface Props {
  readonly dragged: Told<Dragged | null>
  readonly spot: Told<Spot | null>
  /** moved with the pointer, without drawing it anew */
  readonly box: RefObject<HTMLDivElement | null>
  readonly swaps: (drag: Dragged, spot: Spot) => boolean
}

/** What is carried, beside the pointer, and where it would land. */
export function Carried({ dragged, spot, box, swaps }: Props) {
  const drag = useTold(dragged)
  return (
    drag && (
      <>
        <SpotMark now={spot} swaps={(one) => swaps(drag, one)} />
        <InHand drag={drag} box={box} />
      </>
    )
  )
}

function InHand({ drag, box }: { drag: Dragged; box: Props['box'] }) {
  const { draft, library } = useBoard()
  const { body } = draft.content
  const ids =
    drag.type === 'tray'
      ? drag.ids
      : drag.type === 'way'
        ? drag.row.pictures.map(({ id }) => id)
        : drag.type === 'row'
          ? (findRow(body, drag.id)?.pictures.map(({ id }) => id) ?? [])
          : drag.type === 'words' || drag.type === 'column'
            ? []
            : (findRow(body, drag.row)
                ?.pictures.slice(drag.index, drag.index + 1)
                .map(({ id }) => id) ?? [])
  // Before it has been moved it lies nowhere.
  useLayoutEffect(() => {
    const own = box.current
    if (own && !own.style.transform) own.style.transform = 'translate(-9999px, 0)'
  }, [box])
  return (
    <div
      ref={box}
      data-carried
      className="pointer-events-none fixed top-0 left-0 z-40 flex w-max gap-1 border border-ink bg-paper p-1 opacity-90 shadow-[0_6px_20px_rgb(29_27_24/0.3)]"
    >
      {ids.slice(0, SHOWN).map((id) => {
        const picture = library.picture(id)
        return picture && <PictureImage key={id} picture={picture} width={56 * (picture.width / picture.height)} />
      })}
      {(drag.type === 'words' || drag.type === 'column') && (
        <span className="max-w-[220px] px-1 text-[0.9rem]">{firstWords(body, drag)}</span>
      )}
      {ids.length > SHOWN && <span className="self-center px-1">and {ids.length - SHOWN} more</span>}
    </div>
  )
}
