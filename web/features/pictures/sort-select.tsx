import type { SortKey } from '../../../core/post/changes/sort-pictures.ts'
import { Select } from '../../ui/select.tsx'

/** Sorts pictures for good, by one of what they can be sorted by. */
export function SortSelect({ onSort }: { onSort: (by: SortKey) => void }) {
  return (
    <Select<SortKey | ''>
      label="Sort the pictures"
      value=""
      options={[
        ['', 'Sort…'],
        ['title', 'By title'],
        ['taken', 'By date taken'],
        ['added', 'By date added'],
      ]}
      onChange={(by) => by !== '' && onSort(by)}
    />
  )
}
