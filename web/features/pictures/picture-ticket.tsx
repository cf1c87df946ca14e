import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { severalInWords } from '../../../core/files/moving.ts'
import { LIST_SHAPES } from '../../../core/page/list-shapes.ts'
import { titleOf } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { DAYS_IN_BIN } from '../../../core/wire/picture-search.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore, putKnown, useChangePicture, useHouse, useWeed } from '../../api/queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { TextArea, TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { FocusPicker } from './focus-picker.tsx'
import { nameOf } from './picture-image.tsx'
import { ReplaceFile } from './replace-file.tsx'

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
  const weed = useWeed()
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
      putKnown(client, ['house'], await api.house.put({ ...house, fallbackFeatured }))
    } catch (error) {
      refuse(error)
    }
  }
  async function bringBack() {
    await api.pictures.bringBack(picture.id).catch(refuse)
    pictureStore.want([picture.id], 0)
    await picturesChanged(client)
  }
  const [warned, setWarned] = useState(false)
  async function remove() {
    const shown = uses?.length ?? 0
    try {
      await api.pictures.remove(picture.id, shown > 0)
      pictureStore.remove(picture.id)
      void picturesChanged(client)
      onGone()
      say(
        shown > 0
          ? `“${nameOf(picture)}” is deleted. ${count(shown, 'post')} ${shown === 1 ? 'lacks' : 'lack'} it now; the bin has it for ${DAYS_IN_BIN} days.`
          : `“${nameOf(picture)}” is deleted. The bin has it for ${DAYS_IN_BIN} days.`,
        () => void bringBack(),
      )
    } catch (error) {
      refuse(error)
    }
  }
  const aside = () => void weed(picture.aside ? { back: [picture.id] } : { aside: [picture.id] }).catch(refuse)
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
        {picture.cameAs && (
          <>
            <br />
            came as {picture.cameAs}
          </>
        )}
        <br />
        {picture.width} × {picture.height} px, {picture.format}, {bytesInWords(picture.bytes)}
        {picture.recipe && (
          <>
            <br />
            adjusted, of {picture.ownWidth} × {picture.ownHeight} px
          </>
        )}
        {picture.frames > 1 && (
          <>
            <br />
            {severalInWords(picture) ?? `${picture.frames} frames: it moves for readers, unless they want no motion`}
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
        {picture.frames === 1 && !picture.video && (
          <ButtonLink small to={`/pictures/${picture.id}/adjust`}>
            Adjust…
          </ButtonLink>
        )}
        <ReplaceFile picture={picture} />
        <Button small onClick={aside}>
          {picture.aside ? 'Bring back from aside' : 'Set aside'}
        </Button>
        <Button small disabled={!uses || warned} onClick={() => (uses?.length ? setWarned(true) : void remove())}>
          Delete the picture
        </Button>
        {warned && uses && (
          <div role="alert" className="border-l-4 border-ruby pl-2">
            <p>
              {uses.map((post) => `“${titleOf(post)}”`).join(', ')} {uses.length === 1 ? 'shows' : 'show'} it, and would
              have a gap in its place. What is on the blog stays until it is published again.
            </p>
            <div className="mt-1 flex gap-2">
              <Button small onClick={() => void remove()}>
                Delete it all the same
              </Button>
              <Button small look="plain" onClick={() => setWarned(false)}>
                Keep it
              </Button>
            </div>
          </div>
        )}
      </div>
    </div>
  )
}
