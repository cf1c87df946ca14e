import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import { videoAddressIn } from '../../../core/video/address.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'

interface Places {
  /** puts the picture that stands for the video where its address was */
  readonly set: (pictureId: string) => void
  /** the address comes back as words: nothing that was pasted is lost */
  readonly keep: (words: string) => void
}

/** Videos by their addresses, pasted or typed alone on a line. */
export function useVideosHere(post: string) {
  const client = useQueryClient()
  const { say, refuse, working } = useNotices()
  const { data } = useQuery({ queryKey: ['video-providers'], queryFn: api.videos.providers, staleTime: Infinity })
  const providers = data?.providers

  /** Takes the address in words that hold nothing else; false where there is none. */
  return useCallback(
    (words: string, { set, keep }: Places): boolean => {
      const address = providers && videoAddressIn(words, providers)
      if (!address) return false
      const found = working('The video is looked up…')
      api.videos
        .bring(address, post)
        .then(
          ({ picture }) => {
            pictureStore.put([picture])
            void picturesChanged(client)
            set(picture.id)
            say(`“${picture.title || address}” is set. Readers see its picture until they ask for it.`)
          },
          (error: unknown) => {
            keep(address)
            refuse(error)
          },
        )
        .finally(found.over)
      return true
    },
    [client, post, providers, say, refuse, working],
  )
}
