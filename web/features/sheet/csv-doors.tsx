import { useEffect, useRef, useState } from 'react'
import type { Picture } from '../../../core/wire/picture.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { saveFile } from '../../ui/save-file.ts'
import { count } from '../../ui/words.ts'
import { nameOf } from '../pictures/picture-image.tsx'
import { csvOf, type CsvPlan, planCsv, textOfBytes } from './csv.ts'
import type { SheetChanges } from './sheet-changes.ts'

/** Lines of a preview that are listed. */
const LISTED = 200
/** No sheet of texts is longer, bytes. */
const LONGEST = 50_000_000

interface Props {
  readonly pictures: readonly Picture[]
  /** fetches more of them, where there are more */
  readonly more: (() => void) | null
  readonly changes: SheetChanges
}

/** The sheet out as a CSV file, and one read in: every change is shown before it is made. */
export function CsvDoors({ pictures, more, changes }: Props) {
  const [wants, setWants] = useState<'file' | File | null>(null)
  const [plan, setPlan] = useState<CsvPlan | null>(null)
  const [fault, setFault] = useState('')
  const picker = useRef<HTMLInputElement>(null)

  // All of them, not only those that were scrolled to.
  useEffect(() => {
    if (wants === null) return
    if (more) return more()
    setWants(null)
    if (wants === 'file') return save(csvOf(pictures))
    void wants.arrayBuffer().then(
      (bytes) => setPlan(planCsv(textOfBytes(new Uint8Array(bytes)), pictures)),
      () => setFault('The file can’t be read. Close it in the program that has it open, and try again.'),
    )
  }, [wants, more, pictures])

  return (
    <>
      {fault && <span className="text-ruby">{fault}</span>}
      <Button small disabled={pictures.length === 0 || wants !== null} onClick={() => setWants('file')}>
        {wants === 'file' ? 'Fetching…' : 'Save as CSV'}
      </Button>
      <Button small disabled={pictures.length === 0 || wants !== null} onClick={() => picker.current?.click()}>
        Read a CSV…
      </Button>
      <input
        ref={picker}
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        aria-label="CSV file"
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0]
          event.target.value = ''
          setFault('')
          if (file && file.size > LONGEST) setFault('The file has more than 50 MB: that is no sheet of texts.')
          else if (file) setWants(file)
        }}
      />
      {plan && (
        <PlanDialog
          plan={plan}
          onClose={() => setPlan(null)}
          onMake={() => {
            changes.change(plan.changes)
            setPlan(null)
          }}
        />
      )}
    </>
  )
}

const save = (text: string): void => saveFile(new Blob([text], { type: 'text/csv;charset=utf-8' }), 'picture-texts.csv')

function PlanDialog({ plan, onClose, onMake }: { plan: CsvPlan; onClose: () => void; onMake: () => void }) {
  const { told, unmatched, wrong, unknown, matched, changes } = plan
  const remarks = [
    ...unknown.map((name) => `The column “${name}” means nothing here and is left out.`),
    ...wrong,
    ...unmatched.map(({ line, name, why }) => `Line ${line}, ${name}: ${why}.`),
  ]
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={told.length > 0 ? `${count(told.length, 'text')} would change` : 'Nothing would change'}
      about={`${count(matched, 'line')} fit pictures of this sheet, ${count(changes.length, 'picture')} would change.${unmatched.length > 0 ? ` ${unmatched.length} fit none.` : ''}`}
      width={860}
      head={
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave all as it is</Button>
          <Button look="ink" disabled={told.length === 0} onClick={onMake}>
            {told.length > 0 ? `Change ${count(told.length, 'text')}` : 'Change'}
          </Button>
        </div>
      }
    >
      {remarks.length > 0 && (
        <ul className="mb-3 max-h-40 overflow-y-auto text-ruby">
          {remarks.slice(0, LISTED).map((remark) => (
            <li key={remark}>{remark}</li>
          ))}
        </ul>
      )}
      {told.length > 0 && (
        <table className="w-full table-fixed text-left">
          <thead className="label-narrow text-soft">
            <tr>
              <th className="w-1/5 font-semibold">Picture</th>
              <th className="w-[12%] font-semibold">Text</th>
              <th className="font-semibold">Now</th>
              <th className="font-semibold">Then</th>
            </tr>
          </thead>
          <tbody>
            {told.slice(0, LISTED).map(({ picture, label, before, after }) => (
              <tr key={picture.id + label} className="border-t border-hairline align-top">
                <td className="truncate py-1 pr-2" title={picture.fileName}>
                  {nameOf(picture)}
                </td>
                <td className="py-1 pr-2">{label}</td>
                <td className="py-1 pr-2 break-words text-soft">{before || '(empty)'}</td>
                <td className="py-1 break-words">{after || '(empty)'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {told.length > LISTED && <p className="mt-2 text-soft">and {told.length - LISTED} more</p>}
    </Dialog>
  )
}
