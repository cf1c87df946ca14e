import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { picturesShown, titleOf } from '../../../core/post/post.ts'
import { PictureSearch } from '../../../core/wire/picture-search.ts'
import { api, Away } from '../../api/client.ts'
import { picturesChanged, pictureStore, useFoundPictures, useLibrary } from '../../api/queries.ts'
import { Unavailable } from '../shell/unavailable.tsx'
import { COLUMNS } from './columns.ts'
import { CsvDoors } from './csv-doors.tsx'
import { SheetChanges } from './sheet-changes.ts'
import { Sheet } from './sheet.tsx'
import type { SheetState } from './sheet-state.ts'

const PICTURES = ['/pictures', 'Pictures'] as const

/** The texts of many pictures, as a sheet with a large preview: of a post, of what was searched for, or of what was chosen. */
export function SheetScreen() {
  const [query] = useSearchParams()
  const chosen = useLocation().state as SheetState | null
  const post = query.get('post')
  useEffect(() => {
    document.title = 'Describe · Set Row'
  }, [])
  if (chosen) {
    const back = chosen.post ? ([`/posts/${chosen.post}`, chosen.title ?? 'The post'] as const) : PICTURES
    return <PicturesSheet ids={chosen.ids} more={null} ready back={back} />
  }
  if (post !== null) return <PostSheet id={post} />
  const { data } = PictureSearch.safeParse(Object.fromEntries(query))
  return <FoundSheet {...(data ?? PictureSearch.parse({}))} />
}

function FoundSheet({ after: _, ...question }: PictureSearch) {
  const found = useFoundPictures(question)
  // Who is described stays, though the question may no longer be about it.
  const [ids, setIds] = useState<readonly string[]>([])
  useEffect(() => {
    setIds((before) => [...new Set([...before, ...found.pictures.map(({ id }) => id)])])
  }, [found.pictures])
  if (found.error) return <Unavailable error={found.error} />
  return <PicturesSheet ids={ids} more={found.more} ready={found.ready} back={PICTURES} />
}

function PostSheet({ id }: { id: string }) {
  const [post, setPost] = useState<{ readonly ids: readonly string[]; readonly title: string } | null>(null)
  const [error, setError] = useState<unknown>(null)
  useEffect(() => {
    api.posts
      .get(id)
      .then(({ content, arrived }) => {
        const set = picturesShown({ body: content.body, featured: null })
        // What has come meanwhile stands in no saved tray yet.
        setPost({ ids: [...new Set([...set, ...content.tray, ...arrived])], title: titleOf(content) })
      })
      .catch(setError)
  }, [id])
  if (error) return <Unavailable error={error} />
  return (
    <PicturesSheet
      ids={post?.ids ?? []}
      more={null}
      ready={post !== null}
      back={[`/posts/${id}`, post?.title ?? 'The post']}
    />
  )
}

/** The pictures' own texts. */
function PicturesSheet({
  ids,
  more,
  ready,
  back,
}: {
  ids: readonly string[]
  more: (() => void) | null
  ready: boolean
  back: readonly [address: string, name: string]
}) {
  const client = useQueryClient()
  const { library } = useLibrary(ids)
  const pictures = useMemo(() => ids.flatMap((id) => library.picture(id) ?? []), [ids, library])
  const [changes] = useState(
    () =>
      new SheetChanges({
        get: pictureStore.get,
        show: pictureStore.put,
        save: api.pictures.changeMany,
        isAway: (error) => error instanceof Away,
      }),
  )
  return (
    <Sheet
      pictures={pictures}
      columns={COLUMNS}
      changes={changes}
      more={more}
      ready={ready}
      back={back}
      doors={<CsvDoors pictures={pictures} more={more} changes={changes} />}
      takes
      onLeft={() => void picturesChanged(client)}
    />
  )
}
