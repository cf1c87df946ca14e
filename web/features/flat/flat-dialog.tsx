import { useMemo } from 'react'
import { flatLayout, flatTexts } from '../../../core/flat/flat-layout.ts'
import { rowsOf } from '../../../core/post/body.ts'
import { intoTray } from '../../../core/post/changes/into-tray.ts'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { slug, titleOf } from '../../../core/post/post.ts'
import type { Row } from '../../../core/post/row.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { useBoard } from '../board/board-context.tsx'
import { FlatSheet } from './flat-sheet.tsx'
import { PresetFields } from './preset-fields.tsx'
import { useFlatFiles } from './use-flat-files.ts'

/** A row as one image file: seen before it is made, then saved, kept as a picture, or set in the row's place. */
export function FlatDialog({ row, onClose }: { row: Row; onClose: () => void }) {
  const { draft, house, library, changeRow, selectRow, send, set } = useBoard()
  const { say } = useNotices()
  const files = useFlatFiles(house)
  const { preset, doing, save } = files
  const layout = useMemo(() => flatLayout(row, library, house, preset), [row, library, house, preset])
  const rows = rowsOf(draft.content.body)
  const at = rows.findIndex(({ id }) => id === row.id)
  const standing = at >= 0
  const name = `${slug(titleOf(draft.content)) || 'row'}-row-${standing ? at + 1 : rows.length + 1}`

  const keep = async (then: (id: string) => void) => {
    const [picture] = await files.keep([row], () => name)
    if (!picture) return
    then(picture.id)
    onClose()
  }

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Flat picture"
      about="The row as one image file, made from the originals. The row stays as it is unless you set the picture in its place."
      width={900}
    >
      <div className="grid grid-cols-[minmax(0,1fr)_260px] gap-5">
        <div>{layout && <FlatSheet layout={layout} preset={preset} />}</div>
        <div className="flex flex-col gap-2">
          <PresetFields files={files} />
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
        {files.stop && (
          <Button small onClick={files.stop}>
            Stop
          </Button>
        )}
      </footer>
    </Dialog>
  )
}
