import { EMPTY_FRONT, type Front } from '../core/front/front.ts'
import { type ListedPost, listedPost } from '../core/front/listed-post.ts'
import type { HouseStyle } from '../core/house/house-style.ts'
import type { Lights } from '../core/looks/lights.ts'
import { libraryOf } from '../core/place/library.ts'
import { newLine, newShow, type PostShow } from '../core/shows/show.ts'
import { leastMend } from '../core/shows/slide-mends.ts'
import type { FrontAnswer } from '../core/wire/front.ts'
import type { Picture } from '../core/wire/picture.ts'

type Ask = <T>(method: string, place: string, body?: unknown) => Promise<T>

/** The newest posts, one after another at the head of the front page. */
const SHOW: PostShow = {
  ...newShow('show-newest', 'Newest posts'),
  frame: 2.2,
  width: 50,
  lines: [newLine('topic', { step: 1 }), newLine('title', { step: 6, bold: true }), newLine('excerpt', { words: 14 })],
}

/** Each slide mended by what alters it least, as "Mend all" does it. */
function mended(show: PostShow, posts: readonly ListedPost[], lights: ReadonlyMap<string, Lights>, house: HouseStyle) {
  const changes = posts.flatMap((post) => {
    const seen = post.featured && (lights.get(post.featured.picture.id) ?? null)
    const mend = post.featured && leastMend({ show, post, lights: seen, house })
    return mend ? [[post.id, mend.change] as const] : []
  })
  return { ...show, changes: Object.fromEntries(changes) }
}

/** Arranges the front page of the sample world, once its posts are live. `launch`: the picture of the topic of launches. */
export async function arrangeFront(ask: Ask, launch: string): Promise<void> {
  const house = await ask<HouseStyle>('GET', 'house')
  const { version, posts } = await ask<FrontAnswer>('GET', 'front')
  const ids = posts.flatMap(({ featured }) => featured?.picture ?? [])
  const library = libraryOf(await ask<Picture[]>('POST', 'pictures/by-ids', { ids }))
  const known = await ask<{ lights: Record<string, string> }>('POST', 'front/lights', { ids })
  const lights = new Map(
    Object.entries(known.lights).map(([id, cells]) => [id, new Uint8Array(Buffer.from(cells, 'base64'))]),
  )
  const slides = posts.map((post) => listedPost(post, house, library))
  const front: Front = {
    ...EMPTY_FRONT,
    topics: [
      {
        name: 'Launch days',
        line: 'Who came, what flew and what the wind did, from the first warm morning on.',
        picture: { picture: launch, focus: { x: 0.5, y: 0.4 } },
        show: null,
      },
      { name: 'Knots', line: '', picture: null, show: null },
    ],
    shows: [mended(SHOW, slides, lights, house)],
    show: SHOW.id,
  }
  await ask('PUT', 'front', { baseVersion: version, front })
}
