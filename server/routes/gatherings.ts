import { Router } from 'express'
import { z } from 'zod'
import { AddressesRequest, ArchiveQuery, BankRequest } from '../../core/wire/gathering.ts'
import type { Disk } from '../disk.ts'
import type { Gatherings } from '../gather/gatherings.ts'
import { plainName } from '../pictures/plain-name.ts'
import { announcedBytes, receive } from '../pictures/receive.ts'

interface GatheringRouteDeps {
  readonly gatherings: Gatherings
  readonly disk: Disk
  /** bytes of one archive at most */
  readonly largestArchive: number
}

const News = z.object({ since: z.coerce.number().int().min(0).default(0) })
const OneFile = z.object({ place: z.number().int().min(0) })
const Cancelled = OneFile.partial()

export function gatheringRoutes({ gatherings, disk, largestArchive }: GatheringRouteDeps): Router {
  const router = Router()

  router.get('/', (_request, response) => void response.json(gatherings.list()))

  /** The archive's bytes are the body. It is begun with once all of it is here. */
  router.post('/archive', async (request, response) => {
    const { name, post, folders } = ArchiveQuery.parse(request.query)
    const announced = announcedBytes(request)
    await disk.need(2 * (announced ?? 0))
    const { id, file } = gatherings.newArchive()
    await receive(request, file, largestArchive, announced)
    response.status(202).json(gatherings.archive(id, plainName(name), post ?? null, folders === 'tags'))
  })
  router.post('/addresses', (request, response) => {
    response.status(202).json(gatherings.addresses(AddressesRequest.parse(request.body)))
  })
  router.post('/bank', (request, response) => {
    response.status(202).json(gatherings.fromBank(BankRequest.parse(request.body)))
  })

  router.get('/:id', (request, response) => {
    response.json(gatherings.news(request.params.id, News.parse(request.query).since))
  })
  router.post('/:id/again', (request, response) => {
    gatherings.again(request.params.id, OneFile.parse(request.body).place)
    response.status(204).end()
  })
  router.post('/:id/cancel', (request, response) => {
    const { place } = Cancelled.parse(request.body ?? {})
    if (place === undefined) gatherings.cancel(request.params.id)
    else gatherings.cancelFile(request.params.id, place)
    response.status(204).end()
  })
  router.post('/:id/read', async (request, response) => {
    await gatherings.read(request.params.id)
    response.status(204).end()
  })
  return router
}
