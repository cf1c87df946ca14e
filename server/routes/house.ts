import { Router } from 'express'
import { HouseStyle } from '../../core/house/house-style.ts'
import type { HouseTable } from '../database/house-table.ts'
import type { SiteFiles } from '../press/site-files.ts'
import type { Threads } from '../work/threads.ts'

interface HouseRouteDeps {
  readonly house: HouseTable
  readonly threads: Threads
  readonly site: SiteFiles
}

export function houseRoutes({ house, threads, site }: HouseRouteDeps): Router {
  const router = Router()
  router.get('/', (_request, response) => void response.json(house.get()))
  router.put('/', (request, response) => {
    house.put(HouseStyle.parse(request.body))
    response.json(house.get())
  })
  /** What a style that is not saved yet would alter in the posts that are here, told as it is found. */
  router.post('/effect', async (request, response) => {
    const style = HouseStyle.parse(request.body)
    const given = new AbortController()
    // Whoever asked has gone, as where the next style is tried already.
    response.on('close', () => given.abort())
    response.set({ 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' })
    try {
      await threads.houseEffect(style, (line) => response.write(`${JSON.stringify(line)}\n`), given.signal)
    } catch (error) {
      if (!given.signal.aborted) throw error
    }
    response.end()
  })
  /** Names of the reader script's files, for pages that are drawn outside the publisher. */
  router.get('/reader', (_request, response) => void response.json(site.reader()))
  return router
}
