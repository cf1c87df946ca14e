import { altFaults, LONG_ALT } from '../../../core/facts/alt-advice.ts'
import { ALT_ADVICE } from '../../../core/words/alt-advice.ts'
import type { Picture, PictureTextsChange } from '../../../core/wire/picture.ts'
import { PictureImage } from '../pictures/picture-image.tsx'
import { Uses } from './uses.tsx'

/** What the keys do, for whoever has not used a sheet before. */
const KEYS = [
  ['letters', 'write, F2 goes on writing'],
  ['Enter', 'opens the cell; written, goes down'],
  ['Tab', 'to the right, with Shift back'],
  ['Ctrl D', 'fills down what is chosen'],
  ['Ctrl C, V', 'a block out and in'],
  ['Ctrl J', 'on to the next without alt text'],
  ['Ctrl Z', 'undoes'],
] as const

/** The picture that one writes about, as large as there is room, with advice on its alt text. */
export function Preview({
  picture,
  alike,
  onTake,
}: {
  picture: Picture | undefined
  alike: ReadonlyMap<string, number>
  /** what another place says of the picture is taken over here; undefined where it can't be */
  onTake: ((id: string, change: PictureTextsChange) => void) | undefined
}) {
  if (!picture) return <aside aria-label="The picture" className="border-l border-hairline bg-card" />
  const faults = altFaults(picture, alike)
  return (
    <aside
      aria-label="The picture"
      // It may be longer than the window: keys scroll it where it has the focus.
      // oxlint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls must be reached
      tabIndex={0}
      className="flex min-h-0 flex-col overflow-y-auto border-l border-hairline bg-card p-4"
    >
      <PictureImage
        picture={picture}
        width={640}
        style={{ width: '100%', maxHeight: '52vh', objectFit: 'contain', background: 'none' }}
      />
      <p className="figures mt-2 break-all">
        {picture.fileName} · {picture.width} × {picture.height}
      </p>
      <dl className="mt-3">
        <dt className="label-narrow text-soft">Alt text</dt>
        <dd>
          <span className="figures">
            {picture.alt.trim().length} of {LONG_ALT} letters
          </span>
          {faults.map((fault) => (
            <p key={fault} className={fault === 'none' ? 'text-soft' : 'text-ruby'}>
              {ALT_ADVICE[fault]}
            </p>
          ))}
          {faults.length === 0 && <p className="text-soft">Read it without looking at the picture: is it enough?</p>}
        </dd>
      </dl>
      {onTake && <Uses key={picture.id} picture={picture} onTake={(change) => onTake(picture.id, change)} />}
      <dl className="figures mt-auto grid grid-cols-[auto_1fr] gap-x-3 border-t border-hairline pt-3">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt>{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </aside>
  )
}
