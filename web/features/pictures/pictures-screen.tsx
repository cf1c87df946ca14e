import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { titleOf } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { api } from '../../api/client.ts'
import { useChangePicture, useHouse, usePictureMap } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { TextArea, TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import { count } from '../../ui/words.ts'
import { useIntake } from '../intake/intake.tsx'
import { TopBar } from '../shell/top-bar.tsx'
import { nameOf, PictureImage } from './picture-image.tsx'
import { matches } from './search.ts'

const FILTERS = {
  all: { label: 'All', keeps: () => true },
  unused: { label: 'Not used yet', keeps: (picture: Picture) => picture.usedIn.length === 0 },
  silent: { label: 'No alt text', keeps: (picture: Picture) => picture.alt === '' },
} as const
type Filter = keyof typeof FILTERS
const ROW_HEIGHT = 124

/** Every picture that was ever brought in, newest first. */
export function PicturesScreen() {
  const { list, ready, map } = usePictureMap()
  const { choose } = useIntake()
  const [words, setWords] = useState('')
  const [filter, setFilter] = useState<Filter>('all')
  const [openId, setOpenId] = useState<string | null>(null)
  useEffect(() => {
    document.title = 'Pictures · Set Row'
  }, [])
  const shown = useMemo(
    () => list.filter((picture) => FILTERS[filter].keeps(picture) && matches(picture, words)).reverse(),
    [list, filter, words],
  )
  const open = openId ? map.get(openId) : undefined

  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <span className="flex-1 text-[#c9c1b4]">{count(list.length, 'picture')}</span>
        <button
          type="button"
          className="rounded-sm bg-paper px-3 py-1.5 font-medium text-ink hover:bg-white"
          onClick={choose}
        >
          Bring in pictures
        </button>
      </TopBar>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_320px]">
        <main className="board-grid flex min-h-0 flex-col">
          <div className="flex items-center gap-3 border-b border-hairline bg-board px-5 py-2.5">
            <input
              aria-label="Search the pictures"
              placeholder="Search titles, texts, tags"
              className="w-72 rounded-sm border border-edge bg-paper px-2 py-1"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
            {Object.entries(FILTERS).map(([key, { label, keeps }]) => (
              <button
                key={key}
                type="button"
                aria-pressed={filter === key}
                className={`rounded-sm border px-2 py-1 ${filter === key ? 'border-ink bg-ink text-paper' : 'border-edge bg-paper'}`}
                onClick={() => setFilter(key as Filter)}
              >
                {label} <span className="font-mono text-[0.85em]">{list.filter(keeps).length}</span>
              </button>
            ))}
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto p-5">
            {ready && shown.length === 0 && (
              <p className="py-16 text-center text-soft">
                {list.length === 0
                  ? 'No pictures yet. Drop some anywhere in this window.'
                  : 'No picture fits. Try fewer words or another filter.'}
              </p>
            )}
            <ul className="flex flex-wrap gap-2.5">
              {shown.map((picture) => {
                const width = Math.min(330, ROW_HEIGHT * (picture.width / picture.height))
                return (
                  <li key={picture.id}>
                    <button
                      type="button"
                      aria-pressed={openId === picture.id}
                      title={nameOf(picture)}
                      className={`block bg-paper p-[3px] ${openId === picture.id ? 'outline-2 outline-ink' : ''}`}
                      onClick={() => setOpenId(picture.id)}
                    >
                      <PictureImage picture={picture} width={width} aspect={width / ROW_HEIGHT} />
                    </button>
                  </li>
                )
              })}
            </ul>
          </div>
        </main>
        <aside aria-label="About the picture" className="overflow-y-auto border-l border-hairline bg-card p-4">
          {open ? (
            <PictureTicket key={open.id} picture={open} onGone={() => setOpenId(null)} />
          ) : (
            <p className="text-soft">Press a picture to read and change its texts.</p>
          )}
        </aside>
      </div>
    </div>
  )
}

const TEXTS = [
  ['title', 'Title'],
  ['alt', 'Alt text'],
  ['caption', 'Caption'],
  ['credit', 'Credit'],
] as const

function PictureTicket({ picture, onGone }: { picture: Picture; onGone: () => void }) {
  const change = useChangePicture()
  const client = useQueryClient()
  const house = useHouse()
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
    await client.invalidateQueries({ queryKey: ['pictures'] })
  }
  async function remove() {
    try {
      await api.pictures.remove(picture.id)
      client.setQueryData<Picture[]>(['pictures'], (all) => all?.filter((one) => one.id !== picture.id))
      onGone()
      say(`“${nameOf(picture)}” is deleted. No post showed it.`, () => void bringBack())
    } catch (error) {
      refuse(error)
    }
  }
  return (
    <div className="flex flex-col gap-3">
      <PictureImage
        picture={picture}
        width={286}
        style={{ maxHeight: 260, objectFit: 'contain', background: 'none' }}
      />
      <p className="figures break-all">
        {picture.fileName}
        <br />
        {picture.width} × {picture.height} px, {picture.format}, {bytesInWords(picture.bytes)}
        {picture.takenAt && (
          <>
            <br />
            taken {picture.takenAt.replace('T', ' ')}
          </>
        )}
      </p>
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
        {picture.usedIn.length === 0 ? (
          <p>No post yet</p>
        ) : (
          <ul>
            {picture.usedIn.map((post) => (
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
        {picture.usedIn.length === 0 && (
          <Button small onClick={() => void remove()}>
            Delete the picture
          </Button>
        )}
      </div>
    </div>
  )
}
