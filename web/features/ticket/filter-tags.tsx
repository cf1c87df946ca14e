import { ToggleGroup } from 'radix-ui'
import { tagsInUse } from '../../../core/post/filter-tags.ts'
import type { Row } from '../../../core/post/row.ts'
import { withChoices } from '../../../core/post/changes/row-choices.ts'
import { Line } from '../../ui/field.tsx'
import { useBoard } from '../board/board-context.tsx'

/** Which of the tags in use the filter of a gallery offers: those that are pressed. */
export function FilterTags({ row }: { row: Row }) {
  const { library, changeRow } = useBoard()
  const tags = tagsInUse(row.pictures.flatMap(({ id }) => library.picture(id) ?? []))
  if (tags.length === 0) return null
  const leaveOut = (left: readonly string[]) =>
    changeRow('change the tags of a filter', row.id, (now) => withChoices(now, { gallery: { tagsLeftOut: [...left] } }))
  const offered = tags.map(({ tag }) => tag).filter((tag) => !row.gallery.tagsLeftOut.includes(tag))
  const single = tags.filter(({ count }) => count === 1).map(({ tag }) => tag)
  const worthIt = single.length < tags.length && single.some((tag) => offered.includes(tag))
  return (
    <Line label="Tags" top>
      <ToggleGroup.Root
        type="multiple"
        aria-label="Tags that the filter offers"
        value={offered}
        onValueChange={(next) => leaveOut(tags.map(({ tag }) => tag).filter((tag) => !next.includes(tag)))}
        className="flex flex-wrap gap-1"
      >
        {tags.map(({ tag, count }) => (
          <ToggleGroup.Item
            key={tag}
            value={tag}
            title={offered.includes(tag) ? 'Offered to readers' : 'Left out'}
            className="label-narrow rounded-sm border border-transparent px-1.5 py-0.5 text-soft line-through data-[state=on]:border-edge data-[state=on]:bg-paper data-[state=on]:text-ink data-[state=on]:no-underline"
          >
            {tag} <span className="figures">{count}</span>
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {worthIt && (
        <button
          type="button"
          className="label-narrow mt-1 underline underline-offset-4"
          onClick={() => leaveOut([...new Set([...row.gallery.tagsLeftOut, ...single])])}
        >
          Leave out tags of one picture
        </button>
      )}
    </Line>
  )
}
