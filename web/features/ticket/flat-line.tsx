import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { filesOf } from '../../../core/flat/flat-of.ts'
import { findRow } from '../../../core/post/changes/rows-in-body.ts'
import type { Row } from '../../../core/post/row.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { count } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { useBoard } from '../board/board-context.tsx'

/** What a flat picture was made from: made again where that has changed, or set in its place once more. */
export function FlatLine({ row, picture }: { row: Row; picture: Picture }) {
  const { draft, library, changeRow, selectRow } = useBoard()
  const { say, refuse } = useNotices()
  const queries = useQueryClient()
  const [working, setWorking] = useState(false)
  const { flatOf } = picture
  if (!flatOf) return null
  // Where its row still stands beside it, as it is now.
  const standing = flatOf.row.id === row.id ? undefined : findRow(draft.content.body, flatOf.row.id)
  const now = standing ?? flatOf.row
  const behind =
    (standing !== undefined && JSON.stringify(standing) !== JSON.stringify(flatOf.row)) ||
    JSON.stringify(filesOf(now, library.picture)) !== JSON.stringify(flatOf.files)
  const known = now.pictures.every(({ id }) => library.picture(id) !== undefined)

  async function again() {
    setWorking(true)
    try {
      pictureStore.put([await api.flat.again({ picture: picture.id, row: now })])
      await picturesChanged(queries)
      say('It is made again, wherever it stands.')
    } catch (error) {
      refuse(error)
    }
    setWorking(false)
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="figures flex-1">
        Flat, of {count(flatOf.row.pictures.length, 'picture')} · {flatOf.preset.name}
      </span>
      <Button small disabled={working} onClick={() => void again()}>
        {working ? 'Making it…' : 'Make it again'}
      </Button>
      {row.kind === 'one' && (
        <Button
          small
          title="The row that it was made from stands in its place"
          onClick={() => {
            changeRow('set the pictures of a flat picture', row.id, (flat) => ({ ...flatOf.row, id: flat.id }))
            selectRow(row.id)
          }}
        >
          Its pictures again
        </Button>
      )}
      {behind && known && <p className="w-full text-ruby">What it was made from has changed since.</p>}
    </div>
  )
}
