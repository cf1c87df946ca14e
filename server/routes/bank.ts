import { Router } from 'express'
import type { z } from 'zod'
import { type BankAbout, BankSearch } from '../../core/wire/picture-bank.ts'
import type { Bank } from '../gather/bank.ts'

/** The picture bank as the interface sees it: through this server, so that no window asks another machine for anything. */
export function bankRoutes({ bank }: { readonly bank: Bank }): Router {
  const router = Router()
  router.get('/about', (_request, response) => {
    response.json({ there: bank.there } satisfies z.infer<typeof BankAbout>)
  })
  router.get('/search', async (request, response) => {
    response.json(await bank.search(BankSearch.parse(request.query)))
  })
  router.get('/previews/:id', async (request, response) => {
    const bytes = await bank.preview(request.params.id)
    response.type('image/jpeg').set('cache-control', 'private, max-age=3600').send(bytes)
  })
  return router
}
