import { useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { type FlatLayout, flatLayout, flatTexts } from '../../../core/flat/flat-layout.ts'
import { type FlatPreset, MOST_PRESETS, STARTING_PRESETS } from '../../../core/flat/preset.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { slug, titleOf } from '../../../core/post/post.ts'
import type { Row } from '../../../core/post/row.ts'
import { agreeing, count, listed } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { saveFile } from '../../ui/save-file.ts'
import { useBoard } from '../board/board-context.tsx'
import { FlatPrint } from './flat-print.tsx'
import { PresetFields } from './preset-fields.tsx'

/** Bytes a px of a file of this format, about, at this quality. */
function guessedBytes({ width, height }: FlatLayout, { format, quality }: FlatPreset): number {
  const jpeg = 0.2 * 2 ** ((quality - 82) / 12)
  return width * height * (format === 'png' ? 1.5 : format === 'webp' ? 0.7 * jpeg : jpeg)
}

/** A row as one image file: seen before it is made, then saved, kept as a picture, or set in the row's place. */
export function FlatDialog({ row, onClose }: { row: Row; onClose: () => void }) {
  const { draft, house, library, changeRow, selectRow, send, set } = useBoard()
  const { say, refuse } = useNotices()
  const queries = useQueryClient()
  const { flatPresets } = house
  const [preset, setPreset] = useState<FlatPreset>(flatPresets[0] ?? STARTING_PRESETS[0]!)
  const [doing, setDoing] = useState<string | null>(null)
  const layout = useMemo(() => flatLayout(row, library, house, preset), [row, library, house, preset])
  const rows = rowsOf(draft.content.body)
  const at = rows.findIndex(({ id }) => id === row.id)
  const standing = at >= 0
  const name = `${slug(titleOf(draft.content)) || 'row'}-row-${standing ? at + 1 : rows.length + 1}`

  const run = async (what: string, work: () => Promise<void>) => {
    setDoing(what)
    try {
      await work()
    } catch (error) {
      refuse(error)
    }
    setDoing(null)
  }
  const save = (some: readonly Row[], as: string) =>
    run(`Making ${count(some.length, 'file')}…`, async () => {
      const file = await api.flat.make({ rows: [...some], preset, name: as })
      saveFile(file.blob, file.name)
      say(`${file.name} is saved: ${bytesInWords(file.blob.size)}.`)
    })
  const keep = (then: (id: string) => void) =>
    run('Making the picture…', async () => {
      const picture = await api.flat.keep({ rows: [row], preset, name })
      pictureStore.put([picture])
      void picturesChanged(queries)
      then(picture.id)
      onClose()
    })
  const keepPreset = (presets: readonly FlatPreset[]) =>
    run('Saving the preset…', async () => {
      const style = await api.house.get()
      queries.setQueryData(['house'], await api.house.put({ ...style, flatPresets: [...presets] }))
    })
  const kept = flatPresets.find((one) => one.name === preset.name)
  const changed = !kept || JSON.stringify(kept) !== JSON.stringify(preset)
  const enlarged = layout?.tiles.flatMap((tile, i) => (tile.enlarged ? [i + 1] : [])) ?? []

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Flat picture"
      about="The row as one image file, made from the originals. The row stays as it is unless you set the picture in its place."
      width={900}
    >
      <div className="grid grid-cols-[minmax(0,1fr)_260px] gap-5">
        <div>
          {layout && <FlatPrint layout={layout} preset={preset} />}
          <p className="figures mt-2">
            {layout &&
              `${layout.width} × ${layout.height} px, about ${bytesInWords(guessedBytes(layout, preset))}, ${preset.format.toUpperCase()}`}
          </p>
          {layout && !layout.fits && (
            <p className="text-ruby">
              Border and gaps leave some pictures no room in so small a file. Make the longest edge longer, or them
              smaller.
            </p>
          )}
          {enlarged.length > 0 && (
            <p className="text-ruby">
              {agreeing(enlarged.length, 'Picture', 'Pictures')} {listed(enlarged.map(String))} would be enlarged beyond{' '}
              {agreeing(enlarged.length, 'its', 'their')} own px. A shorter longest edge, or a larger file, mends it.
            </p>
          )}
        </div>
        <div className="flex flex-col gap-2">
          <PresetFields
            presets={flatPresets}
            preset={preset}
            changed={changed}
            full={flatPresets.length >= MOST_PRESETS}
            onChange={setPreset}
            onKeep={() => void keepPreset([...flatPresets.filter((one) => one.name !== preset.name), preset])}
            onDrop={() => void keepPreset(flatPresets.filter((one) => one.name !== preset.name))}
          />
        </div>
      </div>
      <footer className="mt-4 flex flex-wrap items-center gap-2 border-t border-hairline pt-3">
        <Button look="ink" disabled={doing !== null || !layout?.fits} onClick={() => void save([row], name)}>
          Save the file
        </Button>
        <Button
          disabled={doing !== null || !layout?.fits}
          onClick={() =>
            void keep((id) => {
              draft.change('keep a flat picture', (post) => intoTray(post, [id]))
              say('The flat picture waits in the tray, and is among the pictures.')
            })
          }
        >
          Keep it as a picture
        </Button>
        <Button
          disabled={doing !== null || !layout?.fits}
          onClick={() =>
            void keep((id) => {
              if (!standing) {
                draft.change('keep a flat picture', (post) => intoTray(post, [id]))
                // Those that it was made from are set, as one.
                send({ type: 'only these chosen', ids: [] })
                return set([id])
              }
              const { alt, caption } = flatTexts(row, library)
              // What none of its pictures says is left to be said, not said to be nothing.
              const own = { ...(alt ? { alt } : {}), ...(caption ? { caption } : {}) }
              changeRow('set a flat picture in the place of a row', row.id, (now) => ({
                ...makeRow(now.id, [id]),
                sits: now.sits,
                pictures: [{ id, ...own }],
              }))
              selectRow(row.id)
              say('The flat picture stands in the row’s place.', draft.undo)
            })
          }
        >
          {standing ? 'Set it in the row’s place' : 'Set it at the ruby line'}
        </Button>
        {rows.length > 1 && (
          <Button
            disabled={doing !== null}
            onClick={() => void save(rows, `${slug(titleOf(draft.content)) || 'post'}-rows`)}
          >
            All {rows.length} rows as a ZIP
          </Button>
        )}
        <span role="status" className="text-soft">
          {doing}
        </span>
      </footer>
    </Dialog>
  )
}
