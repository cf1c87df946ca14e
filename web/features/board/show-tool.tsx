import { Link } from 'react-router'
import { Select } from '../../ui/select.tsx'
import { useTold } from '../../ui/told.ts'
import { useBoard } from './board-context.tsx'
import { livePosts, putShow } from './shown-posts-node.ts'
import { Tool } from './text-tool.tsx'

/** Slideshows of posts are composed under the front page; here one is put between paragraphs. */
export function ShowTool({ on, onDone }: { on: boolean; onDone: () => void }) {
  const { editor } = useBoard()
  const shows = useTold(livePosts, (known) => known?.live.shows)
  if (!shows?.length) return null
  return (
    <Tool
      label="Post slides"
      title="A slideshow of posts after this paragraph"
      on={on}
      onPress={() => {
        if (!on) putShow(editor, shows[0]!.id)
        onDone()
      }}
    />
  )
}

/** Which slideshow of posts the selected one is, and another in its place. */
export function WhichShow({ show }: { show: string }) {
  const { editor } = useBoard()
  const shows = useTold(livePosts, (known) => known?.live.shows) ?? []
  return (
    <span className="flex items-center gap-1.5">
      <Select
        label="Which slideshow of posts"
        value={show}
        options={[
          ...shows.map(({ id, name }) => [id, name] as const),
          ...(shows.some(({ id }) => id === show) ? [] : [[show, 'Not here any more'] as const]),
        ]}
        onChange={(id) => putShow(editor, id)}
      />
      <Link className="label-narrow whitespace-nowrap underline underline-offset-4" to={`/front/shows/${show}`}>
        Compose
      </Link>
    </span>
  )
}
