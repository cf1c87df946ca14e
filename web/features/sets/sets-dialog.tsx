import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { makeRow } from '../../../core/post/changes/make-row.ts'
import { MOST_PICTURES_IN_ROW } from '../../../core/post/limits.ts'
import type { Block } from '../../../core/post/body.ts'
import type { PictureSet } from '../../../core/sets/picture-set.ts'
import { following } from '../../../core/sets/follow.ts'
import { wholeSet } from '../../../core/sets/set-shown.ts'
import { api } from '../../api/client.ts'
import { setStore, useLibrary } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { SearchField } from '../../ui/search-field.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from '../board/board-context.tsx'
import { WaitingHere } from '../shell/waiting.tsx'
import { newRowId } from '../board/new-row-id.ts'
import { SetStrip } from './set-strip.tsx'

/** From so many pictures on a set is set as a gallery; fewer stand side by side. */
const GALLERY_FROM = 4

/** Sets that are set into the post in turn, each with its name as a heading if wished. */
export function SetsDialog({ onClose }: { onClose: () => void }) {
  const { draft, place, selectRow } = useBoard()
  const { refuse, say } = useNotices()
  const { data, error } = useQuery({ queryKey: ['sets', 'list'], queryFn: api.sets.list })
  const [words, setWords] = useState('')
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [headings, setHeadings] = useState(false)
  const ids = useMemo(() => data?.sets.flatMap(({ first }) => first) ?? [], [data])
  const { library } = useLibrary(ids)
  const found = data?.sets.filter(({ name }) => name.toLocaleLowerCase().includes(words.trim().toLocaleLowerCase()))

  async function setThem() {
    try {
      const sets = await api.sets.byIds(chosen)
      setStore.put(sets)
      const rows = chosen.flatMap((id) => {
        const set = sets.find((one) => one.id === id)
        return set && set.pictures.length > 0 ? [{ set, row: rowOf(set) }] : []
      })
      const blocks = rows.flatMap(({ set, row }): Block[] => [
        ...(headings
          ? [
              {
                type: 'heading' as const,
                attrs: { level: 2 as const },
                content: [{ type: 'text' as const, text: set.name }],
              },
            ]
          : []),
        { type: 'row', attrs: row },
      ])
      draft.change(`set ${count(rows.length, 'set')}`, (post) => {
        const { content } = post.body
        const at = Math.min(place, content.length)
        const alone = content.length === 1 && content[0]!.type === 'paragraph' && !content[0]!.content
        const next = alone ? [...blocks, ...content] : [...content.slice(0, at), ...blocks, ...content.slice(at)]
        return { ...post, body: { type: 'doc', content: next } }
      })
      if (rows[0]) selectRow(rows[0].row.id)
      const large = rows.find(({ set }) => set.pictures.length > MOST_PICTURES_IN_ROW)
      if (large) say(`A row holds ${MOST_PICTURES_IN_ROW} pictures: “${large.set.name}” shows its first.`)
      onClose()
    } catch (error) {
      refuse(error)
    }
  }

  return (
    <Dialog
      open
      onOpenChange={(open) => open || onClose()}
      title="Set from the sets"
      about="Each becomes a row that follows its set. Choose several to set them in turn, at the ruby line."
      width={900}
      head={
        <div className="flex items-center gap-3">
          <SearchField label="Search the sets" value={words} onChange={setWords} />
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={headings} onChange={({ target }) => setHeadings(target.checked)} />
            With their names as headings
          </label>
          <span className="flex-1" />
          <Button look="ink" disabled={chosen.length === 0} onClick={() => void setThem()}>
            {chosen.length > 0 ? `Set ${count(chosen.length, 'set')}` : 'Set'}
          </Button>
        </div>
      }
    >
      {!data && <WaitingHere what="the sets" error={error} />}
      {found?.length === 0 && (
        <p className="py-10 text-center text-soft">
          {data?.sets.length === 0 ? 'There are no sets yet. ' : 'No set fits. Try fewer words. '}
          <Link className="underline underline-offset-4" to="/sets">
            To the sets
          </Link>
        </p>
      )}
      <ul className="flex flex-wrap gap-3">
        {found?.map((set) => {
          const number = chosen.indexOf(set.id) + 1
          return (
            <li key={set.id}>
              <button
                type="button"
                aria-pressed={number > 0}
                disabled={set.pictures === 0}
                className={`relative block border border-hairline disabled:opacity-60 ${number ? 'outline-2 outline-ink' : ''}`}
                onClick={() => setChosen(number ? chosen.filter((id) => id !== set.id) : [...chosen, set.id])}
              >
                <SetStrip set={set} library={library} />
                {number > 0 && (
                  <span className="absolute top-0 left-0 bg-ink px-1.5 font-mono text-paper">{number}</span>
                )}
              </button>
            </li>
          )
        })}
      </ul>
    </Dialog>
  )
}

function rowOf(set: PictureSet) {
  const ids = set.pictures.slice(0, MOST_PICTURES_IN_ROW).map(({ id }) => id)
  const row = makeRow(newRowId(), ids)
  const kind = ids.length >= GALLERY_FROM ? 'gallery' : row.kind
  // Uncropped, until one says otherwise.
  const gallery = { ...row.gallery, form: 'level' as const }
  return following({ ...row, kind, gallery, set: wholeSet(set) }, () => set)
}
