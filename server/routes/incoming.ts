import { Router } from 'express'
import { rm } from 'node:fs/promises'
import {
  AddressesAsked,
  type AddressesTaken,
  LARGEST_PAGE,
  PAGE_ADDRESS,
  PageQuery,
  BundleQuery,
} from '../../core/wire/incoming.ts'
import type { PublicationsTable } from '../database/publications-table.ts'
import { type BundleReadDeps, readBundle } from '../exports/bundle-read.ts'
import { announcedBytes, receive } from '../pictures/receive.ts'
import { Refusal } from '../refusal.ts'
import { type GuardedFetch, urlOf } from '../gather/guarded-fetch.ts'
import { readBody } from '../gather/read-body.ts'

const PATIENCE_MS = 60_000
const TEXT = /^(text\/|application\/xhtml\+xml)/

interface IncomingRouteDeps {
  readonly fetcher: GuardedFetch
  readonly publications: PublicationsTable
  readonly bundle: BundleReadDeps
  readonly largestArchive: number
}

/** What texts need that posts are to be made of, and that only the server can get. */
export function incomingRoutes({ fetcher, publications, bundle, largestArchive }: IncomingRouteDeps): Router {
  const { disk, folder } = bundle
  const router = Router()
  router.get('/page', async (request, response) => {
    const { address } = PageQuery.parse(request.query)
    const answer = await fetcher.get(address, AbortSignal.timeout(PATIENCE_MS))
    const { host } = urlOf(address)
    const drop = () => void answer.body.on('error', () => {}).destroy()
    if (answer.status >= 300) {
      drop()
      if (answer.status === 404 || answer.status === 410) throw new Refusal('address-not-found', { host })
      throw new Refusal(answer.status >= 500 ? 'address-ill' : 'address-refused', { host, status: answer.status })
    }
    if (!TEXT.test(answer.type)) {
      drop()
      throw new Refusal('address-no-page', { type: answer.type || 'nothing' })
    }
    const { bytes, whole } = await readBody(answer.body, LARGEST_PAGE)
    if (!whole) throw new Refusal('page-too-large', { limit: LARGEST_PAGE / 1e6 })
    // Nobody is to take it for a page of ours.
    response.set({ 'content-type': 'application/octet-stream', [PAGE_ADDRESS]: answer.address }).send(bytes)
  })
  /** The bundle's bytes are the body. */
  router.post('/bundle', async (request, response) => {
    const { posts } = BundleQuery.parse(request.query)
    const announced = announcedBytes(request)
    await disk.need(2 * (announced ?? 0))
    const file = folder.newArrival()
    try {
      await receive(request, file, largestArchive, announced)
      response.json(await readBundle(bundle, file, posts === undefined ? undefined : new Set(posts.split(','))))
    } finally {
      await rm(file, { force: true })
    }
  })
  router.post('/addresses', (request, response) => {
    const { addresses, titles } = AddressesAsked.parse(request.body)
    const taken = addresses.flatMap((address) => {
      const owner = publications.ownerOf(address, '')
      return owner ? [{ address, ...owner }] : []
    })
    const titled = bundle.posts.ofTitles(titles)
    response.json({ taken, titled } satisfies AddressesTaken)
  })
  return router
}
