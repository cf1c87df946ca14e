import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { LIST_SHAPES } from '../../../core/page/list-shapes.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore, useChangePicture, useHouse } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { TextArea, TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { FocusPicker } from './focus-picker.tsx'
import { nameOf } from './picture-image.tsx'

const TEXTS = [
  ['title', 'Title'],
  ['alt', 'Alt text'],
  ['caption', 'Caption'],
  ['credit', 'Credit'],
] as const

/** Everything about one picture: what it is, what it says, where it is shown. */
export function PictureTicket({ picture, onGone }: { picture: Picture; onGone: () => void }) {
  const change = useChangePicture()
  const client = useQueryClient()
  const house = useHouse()
  const { data: uses } = useQuery({
    queryKey: ['picture-uses', picture.id],
    queryFn: () => api.pictures.uses(picture.id),
  })
  const { refuse, say } = useNotices()
  const [typed, setTyped] = useState<Partial<Record<(typeof TEXTS)[number][0] | 'tags', string>>>({})
  const send = (field: keyof typeof typed) => {
    const text = typed[field]
    if (text === undefined) return
    const tags = text
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean)
    change.mutate(
      { id: picture.id, change: field === 'tags' ? { tags } : { [field]: text.trim() } },
      { onError: refuse },
    )
    setTyped(({ [field]: _, ...rest }) => rest)
  }
  async function putHouse(fallbackFeatured: string | null) {
    try {
      client.setQueryData(['house'], await api.house.put({ ...house, fallbackFeatured }))
    } catch (error) {
      refuse(error)
    }
  }
  async function bringBack() {
    await api.pictures.bringBack(picture.id).catch(refuse)
    pictureStore.want([picture.id], 0)
    await picturesChanged(client)
  }
  async function remove() {
    try {
      await api.pictures.remove(picture.id)
      pictureStore.remove(picture.id)
      void picturesChanged(client)
      onGone()
      say(`“${nameOf(picture)}” is deleted. No post showed it.`, () => void bringBack())
    } catch (error) {
      refuse(error)
    }
  }
  return (
    <div className="flex flex-col gap-3">
      <FocusPicker
        picture={picture}
        focus={picture.focus}
        listAspect={LIST_SHAPES[house.listShape].aspect}
        onChange={(focus) => change.mutate({ id: picture.id, change: { focus } }, { onError: refuse })}
      />
      {picture.focusSuggested && (
        <p className="flex items-center gap-2">
          <span className="flex-1">The focus point is suggested.</span>
          <Button
            small
            onClick={() => change.mutate({ id: picture.id, change: { focus: picture.focus } }, { onError: refuse })}
          >
            Confirm it
          </Button>
        </p>
      )}
      <p className="figures break-all">
        {picture.fileName}
        <br />
        {picture.width} × {picture.height} px, {picture.format}, {bytesInWords(picture.bytes)}
        {picture.frames > 1 && (
          <>
            <br />
            {picture.frames} {picture.format === 'TIFF' ? 'pages' : 'frames'}; readers get the first, still
          </>
        )}
        {picture.takenAt && (
          <>
            <br />
            taken {picture.takenAt.replace('T', ' ')}
          </>
        )}
      </p>
      {(picture.licence || picture.source) && (
        <p className="break-words">
          {picture.licence && <span className="block">{picture.licence}</span>}
          {picture.source && (
            <a
              className="underline underline-offset-4"
              href={picture.source}
              target="_blank"
              rel="noreferrer noopener"
              title={picture.source}
            >
              Where it was found
            </a>
          )}
        </p>
      )}
      {TEXTS.map(([field, label]) => (
        <TextArea
          key={field}
          label={label}
          rows={1}
          className="min-h-0"
          value={typed[field] ?? picture[field]}
          onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
          onBlur={() => send(field)}
        />
      ))}
      <TextInput
        label="Tags, with commas between"
        value={typed.tags ?? picture.tags.join(', ')}
        onChange={(event) => setTyped({ ...typed, tags: event.target.value })}
        onBlur={() => send('tags')}
        onKeyDown={(event) => event.key === 'Enter' && send('tags')}
      />
      <div>
        <h3 className="label-narrow text-soft">Shown in</h3>
        {uses?.length === 0 ? (
          <p>No post yet</p>
        ) : (
          <ul>
            {uses?.map((post) => (
              <li key={post.id}>
                <Link className="underline underline-offset-4" to={`/posts/${post.id}`}>
                  {titleOf(post)}
                </Link>
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className="flex flex-wrap gap-2 border-t border-hairline pt-3">
        {house.fallbackFeatured === picture.id ? (
          <Button small onClick={() => void putHouse(null)}>
            No longer the house’s fallback
          </Button>
        ) : (
          <Button small onClick={() => void putHouse(picture.id)}>
            Make it the house’s fallback
          </Button>
        )}
        {uses?.length === 0 && (
          <Button small onClick={() => void remove()}>
            Delete the picture
          </Button>
        )}
      </div>
    </div>
  )
}
