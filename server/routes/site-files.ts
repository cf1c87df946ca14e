import { Router } from 'express'
import { Refusal } from '../refusal.ts'
import type { SiteFiles } from '../press/site-files.ts'

/** Renditions, style sheets and fonts by name. Names change with their content, so they may be kept for ever. */
export function siteFileRoutes({ site }: { site: SiteFiles }): Router {
  const router = Router()
  router.get('/:name', (request, response, next) => {
    const { name } = request.params
    const sheet = site.sheet(name)
    if (sheet !== undefined) {
      response.set('cache-control', 'public, max-age=31536000, immutable').type(name.split('.').at(-1)!).send(sheet)
      return
    }
    const file = site.pathOf(name)
    if (!file) throw new Refusal('not-found')
    response.sendFile(file, { immutable: true, maxAge: '1y', dotfiles: 'allow' }, (error) => {
      if (error) next((error as NodeJS.ErrnoException).code === 'ENOENT' ? new Refusal('not-found') : error)
    })
  })
  return router
}
