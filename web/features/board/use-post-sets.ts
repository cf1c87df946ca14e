import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { setsShown } from '../../../core/sets/follow.ts'
import { setStore } from '../../api/queries.ts'
import type { PostDraft } from './draft-sides.ts'

/** Another window may have changed a set: what is older is asked for again when the window is come back to. */
const FRESH_MS = 5_000

/** Rows that show sets follow them: once they are known, and whenever they change. */
export function usePostSets({ content, followSets }: PostDraft): void {
  const key = useMemo(() => setsShown(content.body).sort().join(), [content.body])
  useEffect(() => {
    if (!key) return
    const want = () => setStore.want(key.split(','), FRESH_MS)
    want()
    window.addEventListener('focus', want)
    return () => window.removeEventListener('focus', want)
  }, [key])
  const version = useSyncExternalStore(setStore.subscribe, setStore.version)
  useEffect(() => {
    if (key) followSets()
  }, [key, version, followSets])
}
