import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'

/** The picture bank: searched, chosen from, with licence and maker of each in sight. */
export function BankSearch({ onTake }: { onTake: (ids: readonly string[]) => void }) {
  const [words, setWords] = useState('')
  const [chosen, setChosen] = useState<readonly string[]>([])
  const { data, error, hasNextPage, fetchNextPage, isFetching } = useInfiniteQuery({
    queryKey: ['bank', words],
    queryFn: ({ pageParam }) => api.bank.search(words, pageParam),
    initialPageParam: 0,
    getNextPageParam: ({ next }) => next ?? undefined,
    placeholderData: keepPreviousData,
  })
  const pictures = data?.pages.flatMap((page) => page.pictures) ?? []
  const found = data?.pages[0]?.found ?? 0
  return (
    <div>
      <div className="mb-2 flex items-center gap-3">
        <input
          aria-label="Search the picture bank"
          placeholder="Search: harbour, hills, night"
          className="w-64 rounded-sm border border-edge px-2 py-1"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <span role="status" className="flex-1 text-soft">
          {error ? '' : isFetching && pictures.length === 0 ? 'Asking…' : count(found, 'picture')}
        </span>
        <Button look="ink" disabled={chosen.length === 0} onClick={() => onTake(chosen)}>
          {chosen.length > 0 ? `Bring in ${count(chosen.length, 'picture')}` : 'Bring in'}
        </Button>
      </div>
      {error && <p className="text-ruby">{error.message}</p>}
      <ul className="grid max-h-[38vh] grid-cols-4 gap-x-3 gap-y-3 overflow-y-auto p-0.5">
        {pictures.map(({ id, title, credit, licence, width, height }) => {
          const number = chosen.indexOf(id) + 1
          return (
            <li key={id}>
              <button
                type="button"
                aria-pressed={number > 0}
                aria-label={`${title}, by ${credit}. ${licence}`}
                onClick={() => setChosen(number ? chosen.filter((one) => one !== id) : [...chosen, id])}
                className="block w-full text-left"
              >
                <span
                  className={`relative flex h-28 items-center justify-center bg-board ${number ? 'outline-2 outline-ink' : 'hover:outline hover:outline-edge'}`}
                >
                  <img
                    src={`/api/bank/previews/${id}`}
                    alt=""
                    loading="lazy"
                    width={width}
                    height={height}
                    className="max-h-full w-auto max-w-full"
                  />
                  {number > 0 && (
                    <span className="absolute bottom-0 left-0 bg-ink px-1.5 font-mono text-paper">{number}</span>
                  )}
                </span>
                <span className="mt-1 block truncate font-medium" title={title}>
                  {title}
                </span>
                <span className="block truncate text-[0.92em] text-soft" title={`${credit}. ${licence}`}>
                  {credit}
                </span>
                <span className="label-narrow block truncate text-soft" title={licence}>
                  {licence}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      {!error && pictures.length === 0 && !isFetching && (
        <p className="py-4 text-center text-soft">Nothing fits. Try fewer words.</p>
      )}
      {hasNextPage && (
        <Button small look="plain" onClick={() => void fetchNextPage()}>
          Show more
        </Button>
      )}
    </div>
  )
}
