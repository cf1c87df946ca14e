import type { MessagePort } from 'node:worker_threads'
import { houseEffect } from '../../core/page/house-effect.ts'
import type { HouseStyle } from '../../core/house/house-style.ts'
import { placePost } from '../../core/place/place-post.ts'
import { picturesShown } from '../../core/post/post.ts'
import type { HouseEffect, HouseEffectLine } from '../../core/wire/house.ts'
import { houseTable } from '../database/house-table.ts'
import { openToRead } from '../database/open.ts'
import { picturesTable } from '../database/pictures-table.ts'
import { postSummaries } from '../database/post-summaries.ts'
import { postsTable } from '../database/posts-table.ts'
import { publicationsTable } from '../database/publications-table.ts'
import { setsTable } from '../database/sets-table.ts'
import { statesTable } from '../database/states-table.ts'

/** How often it is told how far it is, ms. */
const TOLD_EVERY_MS = 80

export interface HouseEffectTask {
  readonly dataFolder: string
  readonly style: HouseStyle
  readonly port: MessagePort
  /** not 0 once nobody wants it any more; looked at between any two posts */
  readonly given: Int32Array
}

/** Runs in a thread of its own: places every post in the house style as it is and in this one, and tells what differs. */
export default function work({ dataFolder, style, port, given }: HouseEffectTask): void {
  const db = openToRead(dataFolder)
  try {
    const publications = publicationsTable(db, () => new Date())
    const posts = postsTable(db, {
      sets: setsTable(db),
      publications,
      states: statesTable(db),
      summaries: postSummaries(db, publications),
    })
    const pictures = picturesTable(db)
    const before = houseTable(db).get()
    const ids = posts.ids()
    let effects: HouseEffect[] = []
    let told = 0
    for (const [i, id] of ids.entries()) {
      if (Atomics.load(given, 0) !== 0) return
      const post = posts.find(id)
      if (post) {
        const library = pictures.library(picturesShown(post.content))
        const [was, will] = [placePost(post.content, library, before), placePost(post.content, library, style)]
        effects.push({ id, title: post.content.title, state: post.publication.state, ...houseEffect(was, will) })
      }
      if (performance.now() - told < TOLD_EVERY_MS && i < ids.length - 1) continue
      told = performance.now()
      port.postMessage({ done: i + 1, total: ids.length, effects } satisfies HouseEffectLine)
      effects = []
    }
    if (ids.length === 0) port.postMessage({ done: 0, total: 0, effects: [] } satisfies HouseEffectLine)
  } finally {
    db.close()
    port.close()
  }
}
