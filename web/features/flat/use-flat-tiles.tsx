import { type ReactNode, useState } from 'react'
import type { Row } from '../../../core/post/row.ts'
import { FlatDialog } from './flat-dialog.tsx'
import { FlatRun } from './flat-run.tsx'

/** Flat pictures among the ways: of this row, and of group after group of the tray. The dialogs stand outside of what has the tiles' keys. */
export function useFlatTiles(row: Row, standing: boolean): { readonly tiles: ReactNode; readonly dialogs: ReactNode } {
  const [open, setOpen] = useState<'one' | 'many' | null>(null)
  const close = () => setOpen(null)
  const tile = (what: 'one' | 'many', label: string, about: string, title: string) => (
    <li className="shrink-0">
      <button
        type="button"
        tabIndex={-1}
        title={title}
        onClick={() => setOpen(what)}
        className="w-[92px] bg-paper px-2 py-1.5 text-left hover:outline hover:outline-edge"
        style={{ minHeight: 92 }}
      >
        <b className="block font-semibold">{label}</b>
        <span className="label-narrow text-soft">{about}</span>
      </button>
    </li>
  )
  return {
    tiles: row.pictures.length > 1 && (
      <>
        {tile(
          'one',
          'Flat picture…',
          'one file, with border and ground',
          'The row as one image file: a picture that can be made again',
        )}
        {!standing &&
          tile('many', 'Many flat…', 'group after group, a file each', 'Group after group of the tray, a file each')}
      </>
    ),
    dialogs: (
      <>
        {open === 'one' && <FlatDialog row={row} onClose={close} />}
        {open === 'many' && <FlatRun chosen={row.pictures.map(({ id }) => id)} onClose={close} />}
      </>
    ),
  }
}
