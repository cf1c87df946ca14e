import { Router } from 'express'
import { setImmediate } from 'node:timers/promises'
import { HouseStyle } from '../../core/house/house-style.ts'
import { houseEffect } from '../../core/page/house-effect.ts'
import { placePost } from '../../core/place/place-post.ts'
import { picturesShown } from '../../core/post/post.ts'
import type { HouseEffect } from '../../core/wire/house.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { SiteFiles } from '../press/site-files.ts'

interface HouseRouteDeps {
  readonly house: HouseTable
  readonly posts: PostsTable
  readonly pictures: PicturesTable
  readonly site: SiteFiles
}

export function houseRoutes({ house, posts, pictures, site }: HouseRouteDeps): Router {
  const router = Router()
  router.get('/', (_request, response) => void response.json(house.get()))
  router.put('/', (request, response) => {
    house.put(HouseStyle.parse(request.body))
    response.json(house.get())
  })
  /** What a style that is not saved yet would alter in the posts that are here; others are served between any two. */
  router.post('/effect', async (request, response) => {
    const after = HouseStyle.parse(request.body)
    const before = house.get()
    const effects: HouseEffect[] = []
    for (const id of posts.ids()) {
      const post = posts.find(id)
      if (!post) continue
      const library = pictures.library(picturesShown(post.content))
      const [was, will] = [placePost(post.content, library, before), placePost(post.content, library, after)]
      effects.push({ id, title: post.content.title, state: post.publication.state, ...houseEffect(was, will) })
      await setImmediate()
    }
    response.json(effects)
  })
  /** Names of the reader script's files, for pages that are drawn outside the publisher. */
  router.get('/reader', (_request, response) => void response.json(site.reader()))
  return router
}
