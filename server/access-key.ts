import { createHash, createHmac, timingSafeEqual } from 'node:crypto'
import { setTimeout } from 'node:timers/promises'
import express, { Router } from 'express'
import { z } from 'zod'
import { Refusal } from './refusal.ts'

const EnterRequest = z.object({ key: z.string().max(500) })
const YEAR_S = 365 * 24 * 3600
/** Guessing is slow, one after another, ms. */
const WRONG_MS = 500

const digest = (text: string) => createHash('sha256').update(text).digest()
const same = (a: string, b: string) => timingSafeEqual(digest(a), digest(b))

/**
 * Lets in only whoever has given the access key: that leaves a cookie which no script can read and no other site can
 * send. It is named for the key, for cookies know no ports, and several programs may run on one machine.
 */
export function accessKey(key: string): Router {
  const router = Router()
  if (key === '') return router
  const name = `set-row-${createHash('sha256').update(`name of ${key}`).digest('hex').slice(0, 12)}`
  const proof = createHmac('sha256', key).update('has entered').digest('hex')
  let guesses: Promise<unknown> = Promise.resolve()

  router.post('/api/enter', express.json({ limit: 10_000 }), async (request, response) => {
    const given = EnterRequest.parse(request.body).key.trim()
    if (!same(given, key)) {
      guesses = guesses.then(() => setTimeout(WRONG_MS))
      await guesses
      throw new Refusal('wrong-key')
    }
    response.cookie(name, proof, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: YEAR_S * 1000 })
    response.status(204).end()
  })

  router.use(['/api', '/files', '/proof'], (request, _response, next) => {
    const cookies = (request.headers.cookie ?? '').split(';').map((pair) => pair.trim().split('='))
    const given = cookies.find(([one]) => one === name)?.[1]
    if (given === undefined || !same(given, proof)) throw new Refusal('key-needed')
    next()
  })
  return router
}
