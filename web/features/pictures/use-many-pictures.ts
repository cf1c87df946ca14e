import { useQueryClient } from '@tanstack/react-query'
import { MOST_CHANGES, type PictureChanges, type Weeding } from '../../../core/wire/picture.ts'
import { PICTURES_AT_ONCE } from '../../../core/wire/picture-search.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore } from '../../api/queries.ts'
import { type Done, useLots } from '../../ui/use-lots.ts'

type Change = PictureChanges['changes'][number]

/** What is done to however many pictures, in lots that the server takes: told as it goes on, and stopped between two. */
export function useManyPictures() {
  const client = useQueryClient()
  const inLots = useLots()
  const says = (words: string) => (done: number, all: number) => `${done} of ${all} pictures ${words}…`
  async function then<T>(work: Promise<Done<T>>): Promise<Done<T>> {
    const done = await work
    await picturesChanged(client)
    return done
  }
  return {
    /** `words`: "renamed" */
    change: (changes: readonly Change[], words: string): Promise<Done<Change>> =>
      then(
        inLots(changes, {
          lot: MOST_CHANGES,
          says: says(words),
          each: async (some) => pictureStore.put(await api.pictures.changeMany([...some])),
        }),
      ),
    weed: (what: keyof Weeding, ids: readonly string[], words: string): Promise<Done<string>> =>
      then(
        inLots(ids, {
          lot: MOST_CHANGES,
          says: says(words),
          each: async (some) => pictureStore.put(await api.pictures.weed({ [what]: [...some] })),
        }),
      ),
    /** Those that a post shows are refused, and stay. */
    async remove(ids: readonly string[]): Promise<Done<string>> {
      const gone = await inLots(ids, {
        says: says('deleted'),
        goOn: true,
        each: ([id]) => api.pictures.remove(id!),
      })
      for (const id of gone.done) pictureStore.remove(id)
      await picturesChanged(client)
      return gone
    },
    async bringBack(ids: readonly string[]): Promise<Done<string>> {
      const back = await inLots(ids, {
        says: says('back'),
        goOn: true,
        each: ([id]) => api.pictures.bringBack(id!),
      })
      pictureStore.want(back.done, 0)
      await picturesChanged(client)
      return back
    },
    intoTray: (post: string, ids: readonly string[]): Promise<Done<string>> =>
      inLots(ids, {
        lot: PICTURES_AT_ONCE,
        says: says('put into the tray'),
        each: (some) => api.posts.gather(post, some),
      }),
  }
}
