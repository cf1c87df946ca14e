import { post as contentOf, rowOf, text } from '../core/testing/builders.ts'
import { wholeSet } from '../core/sets/set-shown.ts'
import type { PostContent } from '../core/post/post.ts'
import type { OpenSet } from '../core/wire/sets.ts'
import type { Line } from './line.ts'
import { benchWorld } from './world.ts'

const PICTURES = 500
const POSTS = 50
const TURNS = 7

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!

/** One change of a set of 500 pictures that 50 posts show, until every one of them knows; beside writing it into each. */
export async function setsBench(line: Line, webFolder: string): Promise<void> {
  const world = await benchWorld(PICTURES, 0, webFolder)
  const ask = async <T>(method: string, place: string, body?: unknown): Promise<T> => {
    const response = await fetch(`${world.url}/api/${place}`, {
      method,
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    })
    if (!response.ok) throw new Error(`${method} ${place}: ${await response.text()}`)
    return (await response.json()) as T
  }
  try {
    let { set } = await ask<OpenSet>('POST', 'sets', { name: 'All', pictures: world.ids })
    const shown = world.ids.slice(0, 100)
    const made = async (own: object) =>
      Promise.all(
        Array.from({ length: POSTS }, () =>
          ask<{ id: string; version: number; content: PostContent }>('POST', 'posts', {
            content: { ...contentOf(text('Here.'), rowOf(shown, { kind: 'gallery', ...own })), title: 'Of the set' },
          }),
        ),
      )
    const following = await made({ set: wholeSet(set) })
    let own = await made({})
    const [bySet, byHand]: [number[], number[]] = [[], []]
    for (let turn = 0; turn < TURNS; turn++) {
      const pictures = set.pictures.map(({ tags: _, ...one }, i) =>
        i === 0 ? { ...one, caption: `Turn ${turn}` } : one,
      )
      let start = performance.now()
      ;({ set } = await ask<OpenSet>('PUT', `sets/${set.id}`, { version: set.version, did: 'word it', pictures }))
      const posts = await Promise.all(following.map(({ id }) => ask<{ content: PostContent }>('GET', `posts/${id}`)))
      bySet.push(performance.now() - start)
      const known = posts.filter(({ content }) => JSON.stringify(content).includes(`Turn ${turn}`)).length
      if (known !== POSTS) throw new Error(`a set was changed, and ${known} of ${POSTS} posts know`)
      start = performance.now()
      own = await Promise.all(
        own.map(async ({ id }) => {
          const now = await ask<{ id: string; version: number; content: PostContent }>('GET', `posts/${id}`)
          const content = { ...now.content, title: `Turn ${turn}` }
          const { version } = await ask<{ version: number }>('PUT', `posts/${id}`, {
            baseVersion: now.version,
            content,
          })
          return { ...now, version, content }
        }),
      )
      byHand.push(performance.now() - start)
    }
    const [known, written] = [middle(bySet), middle(byHand)]
    line(
      `One change of a set of ${PICTURES} in ${POSTS} posts`,
      `${known.toFixed(0)} ms until all know`,
      `written into each ${written.toFixed(0)} ms, ratio ${(written / known).toFixed(2)}`,
    )
  } finally {
    world.stop()
  }
}
