import { useState } from 'react'
import { titleOf } from '../../../core/post/post.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { usePostList } from '../../api/queries.ts'
import { Button, ButtonLink } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import type { AdjustState } from '../adjust/adjust-state.ts'
import type { SheetState } from '../sheet/sheet-state.ts'
import { MakeSet } from '../sets/make-set.tsx'
import { ManyTags } from './many-tags.tsx'
import { PictureImage } from './picture-image.tsx'
import { RenameDialog } from './rename-dialog.tsx'
import { useManyPictures } from './use-many-pictures.ts'

/** So many of them are shown small. */
const SHOWN = 12

interface Props {
  readonly pictures: readonly Picture[]
  readonly onGone: (ids: readonly string[]) => void
}

/** What can be done with several pictures at once. */
export function ManyTicket({ pictures, onGone }: Props) {
  const { say, refuse } = useNotices()
  const many = useManyPictures()
  const refuseRest = ({ refused }: { refused: unknown }) => void (refused && refuse(refused))
  const ids = pictures.map(({ id }) => id)
  const adjustable = pictures.filter(({ frames, video }) => frames === 1 && !video)
  const aside = pictures.every((picture) => picture.aside)

  async function tag(tagsOf: (picture: Picture) => string[], words: string) {
    const changes = pictures.map((picture) => ({ id: picture.id, change: { tags: tagsOf(picture) } }))
    const wanted = changes.filter(({ change: { tags } }, i) => tags.length !== pictures[i]!.tags.length)
    if (wanted.length === 0) return
    const before = new Map(pictures.map(({ id, tags }) => [id, tags]))
    const { done, refused } = await many.change(wanted, 'tagged')
    const back = done.map(({ id }) => ({ id, change: { tags: before.get(id)! } }))
    if (done.length > 0)
      say(
        `${count(done.length, 'picture')} ${done.length === 1 ? words.replace('have', 'has') : words}.`,
        () => void many.change(back, 'as before').then(refuseRest),
      )
    refuseRest({ refused })
  }
  const [naming, setNaming] = useState(false)
  const [making, setMaking] = useState(false)
  /** those that are being done something to are not done it twice */
  const [busy, setBusy] = useState(false)
  async function setAside() {
    setBusy(true)
    const { done, refused } = await (aside ? many.weed('back', ids, 'back') : many.weed('aside', ids, 'set aside'))
    setBusy(false)
    onGone(done)
    if (done.length > 0)
      say(
        aside
          ? `${count(done.length, 'picture')} ${done.length === 1 ? 'is' : 'are'} back among the others.`
          : `${count(done.length, 'picture')} set aside: found under “Aside”, never deleted.`,
        () => void (aside ? many.weed('aside', done, 'set aside') : many.weed('back', done, 'back')).then(refuseRest),
      )
    refuseRest({ refused })
  }
  async function remove() {
    setBusy(true)
    const { done, refused } = await many.remove(ids)
    setBusy(false)
    onGone(done)
    if (done.length > 0)
      say(
        `${count(done.length, 'picture')} deleted. No post showed ${done.length === 1 ? 'it' : 'them'}.`,
        () => void many.bringBack(done).then(refuseRest),
      )
    refuseRest({ refused })
  }
  return (
    <div className="flex flex-col gap-4">
      <div>
        <h2 className="text-[1.15rem] font-semibold">{count(pictures.length, 'picture')}</h2>
        <div className="mt-2 flex flex-wrap gap-1">
          {pictures.slice(0, SHOWN).map((picture) => (
            <PictureImage key={picture.id} picture={picture} width={42} aspect={1} />
          ))}
          {pictures.length > SHOWN && <span className="figures self-end">and {pictures.length - SHOWN} more</span>}
        </div>
      </div>
      <div className="flex flex-wrap gap-2">
        <ButtonLink className="px-2! py-1!" to="/pictures/sheet" state={{ ids } satisfies SheetState}>
          Describe as a sheet
        </ButtonLink>
        {adjustable.length > 0 && (
          <ButtonLink
            className="px-2! py-1!"
            to={`/pictures/${adjustable[0]!.id}/adjust`}
            state={{ ids: adjustable.map(({ id }) => id) } satisfies AdjustState}
            title="One after another: crop, turn, light, colours"
          >
            Adjust in turn…
          </ButtonLink>
        )}
        <Button className="px-2! py-1!" onClick={() => setMaking(true)} title="A group that rows of any posts can show">
          Make a set…
        </Button>
        <Button className="px-2! py-1!" onClick={() => setNaming(true)}>
          Rename…
        </Button>
        <Button className="px-2! py-1!" disabled={busy} onClick={() => void setAside()}>
          {aside ? 'Bring back from aside' : 'Set aside'}
        </Button>
        <Button className="px-2! py-1!" disabled={busy} onClick={() => void remove()}>
          Delete
        </Button>
      </div>
      <IntoTray ids={ids} />
      <ManyTags pictures={pictures} onChange={(tagsOf, words) => void tag(tagsOf, words)} />
      {making && <MakeSet pictures={ids} onClose={() => setMaking(false)} />}
      {naming && <RenameDialog pictures={pictures} onClose={() => setNaming(false)} />}
    </div>
  )
}

/** Sends pictures to where a post is laid out. */
function IntoTray({ ids }: { ids: readonly string[] }) {
  const { posts = [] } = usePostList()
  const { say, refuse } = useNotices()
  const { intoTray } = useManyPictures()
  async function gather(post: string) {
    const { done, refused } = await intoTray(post, ids)
    const named = posts.find(({ id }) => id === post)
    if (done.length > 0)
      say(`${count(done.length, 'picture')} put into the tray of “${named ? titleOf(named) : 'the post'}”.`)
    if (refused) refuse(refused)
  }
  if (posts.length === 0) return null
  return (
    <select
      aria-label="Into the tray of a post"
      className="w-full rounded-sm border border-edge bg-paper px-1.5 py-1"
      value=""
      onChange={(event) => event.target.value !== '' && void gather(event.target.value)}
    >
      <option value="">Into the tray of…</option>
      {posts.map((post) => (
        <option key={post.id} value={post.id}>
          {titleOf(post)}
        </option>
      ))}
    </select>
  )
}
