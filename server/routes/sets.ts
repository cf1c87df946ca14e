import { Router } from 'express'
import {
  NewSet,
  NewShelf,
  type OpenSet,
  SetChange,
  type SetList,
  SetStep,
  SetsWanted,
  ShelfChange,
} from '../../core/wire/sets.ts'
import type { Db } from '../database/open.ts'
import type { PostsTable } from '../database/posts-table.ts'
import type { SetsTable } from '../database/sets-table.ts'
import type { ShelvesTable } from '../database/shelves-table.ts'
import { Refusal } from '../refusal.ts'
import { newId } from '../ids.ts'

interface SetRouteDeps {
  readonly db: Db
  readonly sets: SetsTable
  readonly shelves: ShelvesTable
  readonly posts: PostsTable
  readonly now: () => Date
}

/** Sets and shelves. Whatever changes what readers would see of a set is known to every post that shows it, at once. */
export function setRoutes({ db, sets, shelves, posts, now }: SetRouteDeps): Router {
  const router = Router()
  const need = (id: string): OpenSet => {
    const open = sets.open(id)
    if (!open) throw new Refusal('set-not-found')
    return open
  }
  const time = () => now().toISOString()
  /** Changes a set, and with it what lists tell of the posts that show it. */
  const reaching = <T>(id: string, change: () => T): T =>
    db.transaction(() => {
      const answer = change()
      posts.renote(sets.postsShowing(id))
      return answer
    })()

  router.get('/', (_request, response) => {
    response.json({ sets: sets.list(), shelves: shelves.list() } satisfies SetList)
  })
  router.post('/', (request, response) => {
    const { name, pictures } = NewSet.parse(request.body)
    const id = newId()
    sets.create(id, { name, pictures: [...new Set(pictures)].map((picture) => ({ id: picture })) }, time())
    response.status(201).json(need(id))
  })
  /** What posts show, many at once; those that are not here are left out. */
  router.post('/wanted', (request, response) => {
    const { ids } = SetsWanted.parse(request.body)
    response.json(ids.flatMap((id) => sets.find(id) ?? []))
  })
  router.get('/bin', (_request, response) => void response.json(sets.listDeleted()))

  const needShelf = (id: string): string => {
    if (!shelves.has(id)) throw new Refusal('shelf-not-found')
    return id
  }
  const standsOn = (parent: string | null | undefined, own?: string): void => {
    if (!parent) return
    needShelf(parent)
    const holds = own !== undefined && shelves.list().some((shelf) => shelf.parent === own)
    if (parent === own || holds || !shelves.holdsShelves(parent)) throw new Refusal('shelf-too-deep')
  }
  router.post('/shelves', (request, response) => {
    const { name, parent } = NewShelf.parse(request.body)
    standsOn(parent)
    const id = newId()
    shelves.create(id, name, parent)
    response.status(201).json(shelves.list().find((shelf) => shelf.id === id))
  })
  router.patch('/shelves/:id', (request, response) => {
    const id = needShelf(request.params.id)
    const change = ShelfChange.parse(request.body)
    standsOn(change.parent, id)
    shelves.change(id, change)
    response.json(shelves.list().find((shelf) => shelf.id === id))
  })
  router.delete('/shelves/:id', (request, response) => {
    shelves.remove(needShelf(request.params.id))
    response.status(204).end()
  })

  router.get('/:id', (request, response) => void response.json(need(request.params.id)))
  router.put('/:id', (request, response) => {
    const { id } = request.params
    need(id)
    const { version, did, name, pictures } = SetChange.parse(request.body)
    if (pictures && new Set(pictures.map((one) => one.id)).size < pictures.length) throw new Refusal('set-twice')
    const change = { did, ...(name === undefined ? {} : { name }), ...(pictures ? { pictures } : {}) }
    if (!reaching(id, () => sets.change(id, version, change, time()))) throw new Refusal('stale-set', {}, need(id))
    response.json(need(id))
  })
  router.post('/:id/step', (request, response) => {
    const { id } = request.params
    need(id)
    const { by } = SetStep.parse(request.body)
    reaching(id, () => sets.step(id, by, time()))
    response.json(need(id))
  })
  router.delete('/:id', (request, response) => {
    const { id } = request.params
    need(id)
    reaching(id, () => sets.setDeleted(id, time()))
    response.status(204).end()
  })
  router.post('/:id/bring-back', (request, response) => {
    const { id } = request.params
    if (!reaching(id, () => sets.setDeleted(id, null))) throw new Refusal('set-not-found')
    response.json(need(id))
  })
  return router
}
