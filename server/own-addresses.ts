import type { RequestHandler } from 'express'
import { Refusal } from './refusal.ts'

const SAFE_METHODS = ['GET', 'HEAD', 'OPTIONS']

/**
 * Lets in only requests that were made to this machine by name and, where they change something, from our
 * own pages: a page elsewhere can neither drive the application nor reach it through a name of its own.
 */
export function ownAddressesOnly(): RequestHandler {
  return (request, _response, next) => {
    const host = request.headers.host ?? ''
    const name = host.replace(/:\d+$/, '').replace(/^\[|\]$/g, '')
    if (!/^(localhost|127\.\d+\.\d+\.\d+|::1)$/.test(name)) throw new Refusal('foreign-host')
    const { origin } = request.headers
    const site = request.headers['sec-fetch-site']
    const foreign =
      (origin !== undefined && origin !== `http://${host}`) ||
      (site !== undefined && site !== 'same-origin' && site !== 'none')
    if (!SAFE_METHODS.includes(request.method) && foreign) throw new Refusal('foreign-origin')
    next()
  }
}
