import { Router } from 'express'
import { type FrontAnswer, FrontRequest, LightsAnswer, LightsRequest } from '../../core/wire/front.ts'
import type { FrontTable } from '../database/front-table.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { LooksTable } from '../database/looks-table.ts'
import type { Db } from '../database/open.ts'
import type { PublicationsTable } from '../database/publications-table.ts'
import { Refusal } from '../refusal.ts'
import { factsOfLive } from '../press/build-pages.ts'
import type { Press } from '../press/press.ts'

interface FrontRouteDeps {
  readonly db: Db
  readonly front: FrontTable
  readonly house: HouseTable
  readonly publications: PublicationsTable
  readonly looks: LooksTable
  readonly press: Press
  readonly blogUrl: string
}

export function frontRoutes({ db, front, house, publications, looks, press, blogUrl }: FrontRouteDeps): Router {
  const router = Router()
  const answer = (): FrontAnswer => ({
    ...front.get(),
    ...front.sending(),
    posts: factsOfLive(publications.listLive()).map((post) => ({ ...post, topics: [...post.topics] })),
    url: `${blogUrl}/`,
  })
  router.get('/', (_request, response) => void response.json(answer()))
  /** Keeps it and sends it to the blog. */
  router.put('/', (request, response) => {
    const { baseVersion, front: next, list } = FrontRequest.parse(request.body)
    db.transaction(() => {
      if (front.save(baseVersion, next) === undefined) throw new Refusal('stale-front', {}, answer())
      if (list) house.put({ ...house.get(), ...list })
    })()
    press.sendFront()
    response.json(answer())
  })
  /** What was saved is sent again. */
  router.post('/sending', (_request, response) => {
    front.want()
    press.sendFront()
    response.status(202).json(answer())
  })
  router.get('/shows/:id/uses', (request, response) => void response.json(front.shownIn(request.params.id)))
  router.post('/lights', (request, response) => {
    const found = looks.lights(LightsRequest.parse(request.body).ids)
    const lights = Object.fromEntries([...found].map(([id, cells]) => [id, Buffer.from(cells).toString('base64')]))
    response.json(LightsAnswer.parse({ lights }))
  })
  return router
}
