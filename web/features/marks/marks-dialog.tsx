import { useRef, useState } from 'react'
import type { Mark, Place } from '../../../core/marks/mark.ts'
import { titleOf } from '../../../core/post/post.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useBoard } from '../board/board-context.tsx'
import type { SheetState } from '../sheet/sheet-state.ts'
import { useLeadTo } from './use-lead-to.ts'
import { marksInWords } from './words.ts'

/** What the check of the post found: each mark leads to its place, and can be mended here where one press will do. */
export function MarksDialog({
  open,
  onOpenChange,
  marks,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  marks: readonly Mark[]
}) {
  const { draft } = useBoard()
  const leadTo = useLeadTo()
  const [mended, setMended] = useState<string | null>(null)
  const told = useRef<HTMLDivElement>(null)
  // Where the sheet leads when it has closed.
  const next = useRef<Place | null>(null)
  const lead = (place: Place) => {
    next.current = place
    onOpenChange(false)
    setMended(null)
  }
  function mend(mark: Mark) {
    if (!mark.mend) return
    draft.change(`mend: ${mark.mend.words.toLowerCase()}`, mark.mend.apply)
    setMended(mark.words)
    // The button that was pressed goes with its mark.
    told.current?.focus()
  }
  return (
    <Dialog
      open={open}
      onOpenChange={(now) => {
        onOpenChange(now)
        setMended(null)
      }}
      width={680}
      title="Marks"
      about={
        marks.length
          ? `${marksInWords(marks)}. What is found is only told; the post can be published as it is.`
          : 'Nothing was found that a reader would stumble over.'
      }
      onClosed={() => {
        const place = next.current
        next.current = null
        if (place) leadTo(place)
        return place !== null
      }}
    >
      <div ref={told} role="status" tabIndex={-1} className="flex items-start gap-3 focus-visible:outline-none">
        {mended && (
          <>
            <p className="mb-4 min-w-0 flex-1 border-l-4 border-ink bg-card px-3 py-2 wrap-anywhere">
              Mended: {mended}
            </p>
            <Button
              small
              onClick={() => {
                draft.undo()
                setMended(null)
                told.current?.focus()
              }}
            >
              Undo
            </Button>
          </>
        )}
      </div>
      {marks.length === 0 ? (
        <p>
          Every picture has alt text and is here, headings follow one another, links say where they lead, and no row is
          too small, too high or too narrow.
        </p>
      ) : (
        <div className="flex flex-col gap-5">
          {(['must mend', 'worth a look'] as const).map((weight) => (
            <Group
              key={weight}
              weight={weight}
              marks={marks.filter((mark) => mark.weight === weight)}
              onLead={lead}
              onMend={mend}
              sheetOf={(ids) => ({ ids: [...new Set(ids)], post: draft.id, title: titleOf(draft.content) })}
            />
          ))}
        </div>
      )}
    </Dialog>
  )
}

function Group({
  weight,
  marks,
  onLead,
  onMend,
  sheetOf,
}: {
  weight: Mark['weight']
  marks: readonly Mark[]
  onLead: (place: Place) => void
  onMend: (mark: Mark) => void
  sheetOf: (ids: readonly string[]) => SheetState
}) {
  if (marks.length === 0) return null
  const heading = weight === 'must mend' ? 'Must mend' : 'Worth a look'
  return (
    <section aria-label={heading}>
      <h3 className={`font-semibold ${weight === 'must mend' ? 'text-ruby' : ''}`}>{heading}</h3>
      <ul className="mt-1 divide-y divide-hairline border-y border-hairline">
        {marks.map((mark) => (
          <li key={mark.key} className="flex items-start gap-3 py-2">
            <p className="min-w-0 flex-1 wrap-anywhere">{mark.words}</p>
            <div className="flex max-w-72 shrink-0 flex-wrap justify-end gap-2">
              {mark.mend && (
                <Button small onClick={() => onMend(mark)}>
                  {mark.mend.words}
                </Button>
              )}
              {mark.describe && (
                <ButtonLink
                  small
                  to="/pictures/sheet"
                  state={sheetOf(mark.describe)}
                  aria-label={`In the sheet: ${mark.words}`}
                >
                  In the sheet
                </ButtonLink>
              )}
              <Button small onClick={() => onLead(mark.place)} aria-label={`Go there: ${mark.words}`}>
                Go there
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}
