import { QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMemo } from 'react'
import { STARTING_STYLE, type HouseStyle } from '../../core/house/house-style.ts'
import type { Picture, PictureTextsChange } from '../../core/wire/picture.ts'
import { api, Refused } from './client.ts'

export const queryClient = new QueryClient({
  defaultOptions: { queries: { retry: (count, error) => !(error instanceof Refused) && count < 3, staleTime: 5_000 } },
})

export const usePictures = () => useQuery({ queryKey: ['pictures'], queryFn: api.pictures.list })

const NO_PICTURES: readonly Picture[] = []

/** Every picture by its id, and the list of them in the order they came. */
export function usePictureMap(): { map: ReadonlyMap<string, Picture>; list: readonly Picture[]; ready: boolean } {
  const { data, isSuccess } = usePictures()
  const list = data ?? NO_PICTURES
  const map = useMemo(() => new Map(list.map((picture) => [picture.id, picture])), [list])
  return { map, list, ready: isSuccess }
}

export const useHouseQuery = () => useQuery({ queryKey: ['house'], queryFn: api.house.get })
export const useHouse = (): HouseStyle => useHouseQuery().data ?? STARTING_STYLE

export const usePostList = () => useQuery({ queryKey: ['posts'], queryFn: api.posts.list })

/** Changes a picture's texts: shown at once, put back if the server refuses. */
export function useChangePicture() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, change }: { id: string; change: PictureTextsChange }) => api.pictures.change(id, change),
    onMutate: async ({ id, change }) => {
      await client.cancelQueries({ queryKey: ['pictures'] })
      const before = client.getQueryData<Picture[]>(['pictures'])
      client.setQueryData<Picture[]>(['pictures'], (all) =>
        all?.map((picture) => (picture.id === id ? { ...picture, ...change } : picture)),
      )
      return { before }
    },
    onError: (_error, _change, context) => client.setQueryData(['pictures'], context?.before),
  })
}
