import { titleOf } from '../../../core/post/post.ts'
import type { PictureEffect } from '../../../core/wire/picture.ts'
import { count } from '../../ui/words.ts'

/** Posts in which rows are laid out anew, with how long each becomes and what would be worse. */
export function LaidAnew({ effects }: { effects: readonly PictureEffect[] }) {
  return (
    <ul className="mt-1 divide-y divide-hairline border-y border-hairline">
      {effects.map(({ id, title, shaped, heights, worse }) => (
        <li key={id} className="py-1.5">
          <b>{titleOf({ title })}</b>: {count(shaped, 'row')}; the post{' '}
          <span className="figures">
            {heights.map(({ screen, before, after }) => `${screen} ${before} → ${after} px`).join(', ')}
          </span>
          {worse.map((words) => (
            <p key={words} className="text-ruby">
              {words}
            </p>
          ))}
        </li>
      ))}
    </ul>
  )
}
