import { useQuery } from '@tanstack/react-query'
import type { PostDraft } from '../board/draft-sides.ts'

/** What sending the newest text would do, asked anew whenever the sheet is opened; not while two texts wait for a choice. */
export function useFreshPlan<T>(draft: PostDraft, key: readonly unknown[], ask: (id: string) => Promise<T>) {
  return useQuery({
    queryKey: [...key, draft.id, draft.version],
    queryFn: async () => {
      await draft.flush()
      return ask(draft.id)
    },
    enabled: draft.saving !== 'conflict',
    staleTime: 0,
    gcTime: 0,
    retry: false,
  })
}
