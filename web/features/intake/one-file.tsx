import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import type { PageOfPictures } from '../../../core/wire/gathering.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { type Arriving, isGoing } from './arrivals.ts'

const IN_WORDS: Record<Arriving['state'], string> = {
  waiting: 'waits',
  sending: 'on its way',
  preparing: 'is being prepared',
  here: 'is here',
  already: 'was here already',
  refused: '',
}
/** What can be done with what arrives. */
export interface Acts {
  readonly onCancel: (key: string) => void
  readonly onCancelAll: () => void
  readonly onAgain: (key: string) => void
  readonly onClear: () => void
  /** chooses the moment that stands for a video */
  readonly onMoment: (key: string) => void
  /** chooses from the pictures that a page names */
  readonly onPage: (page: PageOfPictures) => void
}

/** How far one file is, or why it was refused. */
export function OneFile({ one, onCancel, onAgain, onPage, onMoment }: Acts & { readonly one: Arriving }) {
  const { key, name, bytes, state, share, reason, next, again, remark, page } = one
  const going = isGoing(one)
  const named = page && page.pictures.length > 0 ? page : undefined
  return (
    <>
      <div className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1 truncate" title={name}>
          {name}
        </span>
        <span className="figures">
          {state === 'sending'
            ? `${Math.round(share * 100)} %`
            : state === 'refused'
              ? bytes !== null && bytesInWords(bytes)
              : IN_WORDS[state]}
        </span>
        {one.moments && (going || state === 'here') && (
          <Button small look="plain" aria-label={`The moment that stands for ${name}`} onClick={() => onMoment(key)}>
            Its moment…
          </Button>
        )}
        {going && (
          <Button small look="plain" aria-label={`Stop ${name}`} onClick={() => onCancel(key)}>
            Stop
          </Button>
        )}
        {state === 'refused' && again && (
          <Button small look="plain" aria-label={`Try ${name} again`} onClick={() => onAgain(key)}>
            Try again
          </Button>
        )}
      </div>
      {remark && <p className="text-soft">{remark}</p>}
      {state === 'refused' ? (
        <p className={named ? '' : 'text-ruby'}>
          {reason} {named ? '' : next}{' '}
          {named && (
            <Button small onClick={() => onPage(named)}>
              Choose from its {count(named.pictures.length, 'picture')}
            </Button>
          )}
        </p>
      ) : (
        going && (
          <div className="mt-1 h-0.5 bg-board-deep">
            <div className="h-full bg-blueink" style={{ width: `${share * 100}%` }} />
          </div>
        )
      )}
    </>
  )
}
