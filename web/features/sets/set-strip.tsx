import type { Library } from '../../../core/place/library.ts'
import type { SetSummary } from '../../../core/wire/sets.ts'
import { count } from '../../ui/words.ts'
import { PictureImage } from '../pictures/picture-image.tsx'

/** px that the prints of a strip are high, and wide together at most. */
const HEIGHT = 64
const WIDEST = 250

/** A set as it stands on a shelf: a strip of its first prints with a typed label. */
export function SetStrip({ set, library }: { set: SetSummary; library: Library }) {
  let room = WIDEST
  const prints = set.first.flatMap((id) => {
    const picture = library.picture(id)
    const width = picture ? HEIGHT * Math.min(2.2, picture.width / picture.height) : 0
    if (!picture || room < width * 0.6) return []
    const shown = Math.min(width, room)
    room -= shown + 3
    return [<PictureImage key={id} picture={picture} width={shown} aspect={shown / HEIGHT} className="block" />]
  })
  const uses = set.shownIn === 0 ? 'in no post' : `in ${count(set.shownIn, 'post')}`
  return (
    <span className="block w-[268px] bg-paper px-2 pt-2 pb-1.5 text-left shadow-[0_1px_5px_rgb(29_27_24/0.22)]">
      <span className="flex gap-[3px] overflow-hidden" style={{ height: HEIGHT }}>
        {prints.length ? prints : <span className="self-center text-soft">Nothing in it yet</span>}
      </span>
      <b className="mt-1.5 block truncate font-semibold">{set.name}</b>
      <span className="figures block truncate">
        {count(set.pictures, 'picture')}, {uses}
      </span>
      <span className="figures block truncate">
        {set.withoutAlt > 0 ? `${set.withoutAlt} without alt text` : 'all with alt text'}
      </span>
    </span>
  )
}
