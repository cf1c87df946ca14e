import express, { Router } from 'express'
import path from 'node:path'

/** The built interface: its files, and its page at every address that nothing else answers. */
export function interfaceRoutes({ webFolder }: { readonly webFolder: string }): Router {
  const router = Router()
  router.use('/assets', express.static(path.join(webFolder, 'assets'), { immutable: true, maxAge: '1y' }))
  router.use(express.static(webFolder, { index: false }))
  // Every other address is a screen of the interface.
  router.get('/{*screen}', (_request, response) =>
    response.sendFile(path.join(webFolder, 'index.html'), { dotfiles: 'allow' }),
  )
  return router
}
