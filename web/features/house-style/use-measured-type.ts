import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { api } from '../../api/client.ts'
import { useHouseQuery } from '../../api/queries.ts'
import { measureType } from './measure-type.ts'

/** The family in which published pages are set. */
const FAMILY = 'Source Serif 4 Variable'

/** Measures the house's fonts once for a house style and stores what was found with it. */
export function useMeasuredType(): void {
  const { data: house } = useHouseQuery()
  const client = useQueryClient()
  useEffect(() => {
    if (!house || house.type.metrics) return
    void (async () => {
      const metrics = await measureType(FAMILY)
      if (!metrics) return
      const now = await api.house.get()
      // Another window may have measured meanwhile; its figures are as good.
      if (!now.type.metrics)
        client.setQueryData(['house'], await api.house.put({ ...now, type: { ...now.type, metrics } }))
    })().catch(() => {
      // Without the server the starting figures stand; the next start measures again.
    })
  }, [house, client])
}
