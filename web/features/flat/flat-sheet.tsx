import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import type { FlatLayout } from '../../../core/flat/flat-layout.ts'
import type { FlatPreset } from '../../../core/flat/preset.ts'
import { agreeing, listed } from '../../../core/words/numbers.ts'
import { FlatPrint, type Picking, type Room } from './flat-print.tsx'
import { guessedBytes } from './use-flat-files.ts'

/** The print of a row before it is made: px, bytes, and what would not be well. */
export function FlatSheet({
  layout,
  preset,
  picking,
  room,
}: {
  layout: FlatLayout
  preset: FlatPreset
  picking?: Picking | undefined
  /** px that the print has at most */
  room?: Room | undefined
}) {
  const enlarged = layout.tiles.flatMap((tile, i) => (tile.enlarged ? [i + 1] : []))
  return (
    <>
      <FlatPrint layout={layout} preset={preset} picking={picking} room={room} />
      <p className="figures mt-2">
        {layout.width} × {layout.height} px, about {bytesInWords(guessedBytes(layout, preset))},{' '}
        {preset.format.toUpperCase()}
      </p>
      {preset.words && !layout.words && (
        <p className="text-soft">None of its pictures has a caption or a credit, so there are no words below.</p>
      )}
      {!layout.fits && (
        <p className="text-ruby">
          Border and gaps leave some pictures no room in so small a file. Make the longest edge longer, or them smaller.
        </p>
      )}
      {enlarged.length > 0 && (
        <p className="text-ruby">
          {agreeing(enlarged.length, 'Picture', 'Pictures')} {listed(enlarged.map(String))} would be enlarged beyond{' '}
          {agreeing(enlarged.length, 'its', 'their')} own px. A shorter longest edge, or a larger file, mends it.
        </p>
      )}
    </>
  )
}
