import { useQuery, useQueryClient } from '@tanstack/react-query'
import { api } from '../../api/client.ts'
import { setsChanged, setStore } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count, timeInWords } from '../../ui/words.ts'

/** Sets that were deleted: brought back, their rows follow them again. */
export function SetsBin() {
  const client = useQueryClient()
  const { say, refuse } = useNotices()
  const { data: sets = [] } = useQuery({ queryKey: ['sets', 'bin'], queryFn: api.sets.bin })
  if (sets.length === 0) return null
  return (
    <details className="mt-8 border-t border-hairline pt-2">
      <summary className="cursor-pointer text-soft">Bin: {count(sets.length, 'set')}</summary>
      <ul className="mt-2 flex flex-col gap-1">
        {sets.map(({ id, name, deletedAt }) => (
          <li key={id} className="flex items-center gap-3">
            <span className="min-w-0 truncate font-medium">{name}</span>
            <span className="figures">deleted {timeInWords(deletedAt)}</span>
            <Button
              small
              onClick={() =>
                void api.sets.bringBack(id).then(async ({ set }) => {
                  setStore.put([set])
                  await setsChanged(client)
                  say(`“${set.name}” is back.`)
                }, refuse)
              }
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}
