import { useMemo, useState } from 'react'
import { layRow } from '../../../core/place/lay-row.ts'
import type { Row } from '../../../core/post/row.ts'
import { ROW_FIELDS } from '../../../core/formats/row-text/choices.ts'
import { formOf, rowOfForm } from '../../../core/formats/row-text/row-form.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { RowDrawing } from '../row-drawing/row-drawing.tsx'

/** A row written as text: edited, with what is wrong told at its line, and put back as one change. */
export function RowTextDialog({ row, onClose }: { row: Row; onClose: () => void }) {
  const { draft, house, library, changeRow, window: screen } = useBoard()
  const { tray } = draft.content
  const setting = useMemo(() => {
    const ids = [...new Set([...row.pictures.map(({ id }) => id), ...tray])]
    return { pictures: ids.flatMap((id) => library.picture(id) ?? []), measure: house.measure }
  }, [row, tray, library, house.measure])
  const [asItWas] = useState(() => formOf(row, setting))
  const [text, setText] = useState(asItWas)
  const { row: read, faults } = useMemo(() => rowOfForm(text, row, setting), [text, row, setting])
  const wrong = faults.length > 0 || !read
  const laid = useMemo(() => (read ? layRow(read, library, house) : undefined), [read, library, house])

  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="The row as text"
      about="Its kind and choices in the first line, then its pictures: a caption below, a credit in italics, a link where a click leads. Pictures of the tray can be named too."
      width={860}
    >
      <div className="grid grid-cols-[minmax(0,1fr)_220px] gap-5 max-md:grid-cols-1">
        <div>
          <div className="flex border border-edge bg-paper font-mono text-[0.86rem] leading-[1.6] focus-within:border-ink">
            <pre aria-hidden className="border-r border-hairline bg-card px-2 py-2 text-right text-soft select-none">
              {text.split('\n').map((_, i) => (
                // eslint-disable-next-line react/no-array-index-key -- a line is its number
                <span
                  key={i}
                  className={`block ${faults.some(({ line }) => line === i + 1) ? 'font-bold text-ruby' : ''}`}
                >
                  {i + 1}
                </span>
              ))}
            </pre>
            <textarea
              autoFocus
              aria-label="The row as text"
              aria-describedby="row-text-faults"
              aria-invalid={wrong}
              spellCheck={false}
              wrap="off"
              rows={Math.max(8, text.split('\n').length + 1)}
              className="min-w-0 flex-1 resize-none overflow-x-auto bg-paper px-3 py-2 whitespace-pre outline-none"
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </div>
          <div id="row-text-faults" role="status" className="mt-2 min-h-6">
            {faults.map(({ line, why }) => (
              <p key={`${line} ${why}`} className="text-ruby">
                {line !== undefined && <span className="figures text-ruby">Line {line}: </span>}
                {why}
              </p>
            ))}
          </div>
        </div>
        <div className="flex flex-col gap-3">
          {read && laid && (
            <>
              <RowDrawing laid={laid} house={house} window={screen} width={220} height={420} />
              <p className="figures mt-1">{count(read.pictures.length, 'picture')}</p>
            </>
          )}
          <details className="text-soft">
            <summary className="cursor-pointer">What the first line can say</summary>
            <p className="label-narrow mt-1">{ROW_FIELDS.map(({ name }) => name).join(', ')}</p>
          </details>
        </div>
      </div>
      <footer className="mt-4 flex gap-2 border-t border-hairline pt-3">
        <Button
          look="ink"
          disabled={wrong || text === asItWas}
          onClick={() => {
            if (read) changeRow('edit a row as text', row.id, () => read)
            onClose()
          }}
        >
          Put it back
        </Button>
        <Button disabled={text === asItWas} onClick={() => setText(asItWas)}>
          As it was
        </Button>
        <Button onClick={() => void navigator.clipboard.writeText(text)}>Copy</Button>
      </footer>
    </Dialog>
  )
}
