import {
  keepPreviousData,
  QueryClient,
  type QueryKey,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react'
import { STARTING_STYLE, type HouseStyle } from '../../core/house/house-style.ts'
import type { Library } from '../../core/place/library.ts'
import type { Picture, PictureTextsChange, Weeding } from '../../core/wire/picture.ts'
import type { PictureSet } from '../../core/sets/picture-set.ts'
import type { PictureFilters, PictureSort } from '../../core/wire/picture-search.ts'
import { api, isTriedAgain, Refused } from './client.ts'
import { createIdStore } from './id-store.ts'

export const queryClient = new QueryClient({
  defaultOptions: { queries: { retry: (count, error) => !(error instanceof Refused) && count < 3, staleTime: 5_000 } },
})

/** Why there is nothing to show; null where there is: what was had before stays in sight while the server is away. */
export const nothingFor = ({ data, error }: { readonly data: unknown; readonly error: Error | null }): Error | null =>
  data === undefined || !isTriedAgain(error) ? error : null

/**
 * Takes what is known for certain: the answer to a change, or the change itself. An older answer that is still on its
 * way would put back what was, and the next change would be made from that.
 */
export function putKnown<T>(
  client: QueryClient,
  queryKey: QueryKey,
  data: T | ((now: T | undefined) => T | undefined),
) {
  void client.cancelQueries({ queryKey, exact: true }, { revert: false })
  client.setQueryData<T>(queryKey, data as T)
}

export const pictureStore = createIdStore(api.pictures.byIds)
export const setStore = createIdStore(api.sets.byIds)
/** The set, where it is known to be here. */
export const setOf = (id: string): PictureSet | undefined => setStore.get(id) ?? undefined

/** Another window may have changed a picture: what is older is asked for again when it is next shown. */
const FRESH_MS = 10_000

export interface KnownPictures {
  /** the same object while none of the pictures has changed */
  readonly library: Library
  /** of each it is known whether it is there */
  readonly ready: boolean
  /** why some are not known yet, where the server was asked in vain; it is asked again */
  readonly fault: unknown
}

/** The pictures of these ids, as far as they are known here; those that are not are asked for. */
export function useLibrary(ids: readonly string[]): KnownPictures {
  const version = useSyncExternalStore(pictureStore.subscribe, pictureStore.version)
  const before = useRef<{ pictures: readonly (Picture | null | undefined)[]; known: KnownPictures }>(undefined)
  useEffect(() => pictureStore.want(ids, FRESH_MS), [ids])
  return useMemo(() => {
    // `version` says when to look again.
    void version
    const pictures = ids.map(pictureStore.get)
    const same = before.current
    const ready = !pictures.includes(undefined)
    const fault = ready ? undefined : pictureStore.fault()
    if (
      same &&
      same.known.fault === fault &&
      same.pictures.length === pictures.length &&
      pictures.every((one, i) => one === same.pictures[i])
    )
      return same.known
    const byId = new Map(ids.map((id, i) => [id, pictures[i] ?? undefined] as const))
    const known: KnownPictures = {
      library: { picture: (id) => byId.get(id) },
      ready,
      fault,
    }
    before.current = { pictures, known }
    return known
  }, [ids, version])
}

export type PictureQuestion = PictureFilters & { readonly sort: PictureSort }

/** Pictures that answer a question, page by page as they are scrolled to. */
export function useFoundPictures(question: PictureQuestion) {
  const { data, fetchNextPage, hasNextPage, isFetching, isFetchingNextPage, isPlaceholderData, error } =
    useInfiniteQuery({
      queryKey: ['pictures', question],
      queryFn: async ({ pageParam }) => {
        const since = pictureStore.version()
        const page = await api.pictures.search({ ...question, ...(pageParam ? { after: pageParam } : {}) })
        pictureStore.put(page.pictures, since)
        return { ids: page.pictures.map(({ id }) => id), next: page.next }
      },
      initialPageParam: '',
      getNextPageParam: ({ next }) => next ?? undefined,
      placeholderData: keepPreviousData,
    })
  const ids = useMemo(() => [...new Set(data?.pages.flatMap((page) => page.ids) ?? [])], [data])
  const version = useSyncExternalStore(pictureStore.subscribe, pictureStore.version)
  const pictures = useMemo(() => {
    void version
    return ids.flatMap((id) => pictureStore.get(id) ?? [])
  }, [ids, version])
  return {
    pictures,
    more: hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : null,
    ready: data !== undefined && !isPlaceholderData,
    working: isFetching,
    error: nothingFor({ data, error }),
  }
}

/** How many pictures a question finds, and would find narrowed further. */
export const usePictureCounts = (filters: PictureFilters) =>
  useQuery({
    queryKey: ['picture-counts', filters],
    queryFn: () => api.pictures.counts(filters),
    placeholderData: keepPreviousData,
  }).data

/** The tags and months that a question could be narrowed to. */
export const usePictureChoices = (filters: PictureFilters, enabled = true) =>
  useQuery({
    enabled,
    queryKey: ['picture-counts', 'choices', filters],
    queryFn: () => api.pictures.choices(filters),
    placeholderData: keepPreviousData,
  }).data

/** Sets or shelves have changed: lists of them, where they are shown, and what posts tell. */
export const setsChanged = (client: QueryClient) =>
  Promise.all([client.invalidateQueries({ queryKey: ['sets'] }), client.invalidateQueries({ queryKey: ['posts'] })])

/** Pictures have come, gone or changed what filters ask for. */
export const picturesChanged = (client: QueryClient, which: 'some' | 'counts' = 'some') =>
  Promise.all([
    client.invalidateQueries({ queryKey: ['picture-counts'] }),
    ...(which === 'some'
      ? [client.invalidateQueries({ queryKey: ['pictures'] }), client.invalidateQueries({ queryKey: ['look-alikes'] })]
      : []),
  ])

export const useHouseQuery = () => useQuery({ queryKey: ['house'], queryFn: api.house.get })
export const useHouse = (): HouseStyle => useHouseQuery().data ?? STARTING_STYLE

/** The posts, page by page as they are scrolled to. */
export function usePostList() {
  const { data, error, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['posts'],
    queryFn: ({ pageParam }) => api.posts.list(pageParam || undefined),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next ?? undefined,
  })
  return {
    posts: useMemo(() => data?.pages.flatMap((page) => page.posts), [data]),
    total: data?.pages.at(-1)?.total,
    error: nothingFor({ data, error }),
    more: hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : null,
  }
}

/** What the picture has where something would be changed. */
const asIn = (picture: Picture, change: PictureTextsChange): Partial<Picture> =>
  Object.fromEntries(Object.entries(picture).filter(([field]) => field in change))

/** Changes a picture's texts: shown at once, put back if the server refuses. */
export function useChangePicture() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, change }: { id: string; change: PictureTextsChange }) => api.pictures.change(id, change),
    onMutate: ({ id, change }) => {
      const before = pictureStore.get(id)
      if (before) pictureStore.put([{ ...before, ...change }])
      return { before: before && asIn(before, change) }
    },
    onSuccess: (picture) => {
      pictureStore.put([picture])
      void picturesChanged(client, 'counts')
    },
    // Back to what these texts were: others may have been changed meanwhile.
    onError: (_error, { id }, context) => {
      const now = pictureStore.get(id)
      if (now && context?.before) pictureStore.put([{ ...now, ...context.before }])
    },
  })
}

/** What is said of many pictures at once: sets aside, brings back, settles look-alikes. */
export function useWeed() {
  const client = useQueryClient()
  return async (weeding: Partial<Weeding>) => {
    pictureStore.put(await api.pictures.weed(weeding))
    await picturesChanged(client)
  }
}
