import { describe, expect, it } from 'vitest'
import { rowsOf } from '../core/post/body.ts'
import type { Row } from '../core/post/row.ts'
import { wholeSet } from '../core/sets/set-shown.ts'
import { post as content, rowOf, text } from '../core/testing/builders.ts'
import type { SetMember } from '../core/sets/picture-set.ts'
import type { OpenSet, SetList, Shelf } from '../core/wire/sets.ts'
import { ask, jpeg, pressed, startPost, testApp, testHost } from './testing/test-app.ts'

/** An application with five pictures, and a set of the first three. */
async function withSet(settings: Parameters<typeof testApp>[0] = {}) {
  const app = await testApp(settings)
  const ids: string[] = []
  for (let i = 0; i < 5; i++) ids.push((await app.bringIn(`KM_${i}.jpg`, await jpeg(i + 1).toBuffer())).body.picture.id)
  const made = await ask(app, 'post', '/api/sets', { name: 'Lanterns', pictures: ids.slice(0, 3) })
  expect(made.status).toBe(201)
  const { id } = (made.body as OpenSet).set
  const open = async () => (await ask(app, 'get', `/api/sets/${id}`)).body as OpenSet
  const change = async (pictures: SetMember[], did = 'change the set') =>
    ask(app, 'put', `/api/sets/${id}`, { version: (await open()).set.version, did, pictures })
  const order = (list: readonly string[]) => change(list.map((one) => ({ id: one })))
  const showing = (title: string, more: Partial<Row> = {}) =>
    startPost(app, {
      ...content(
        text('Here.'),
        rowOf(ids.slice(0, 3), { kind: 'gallery', set: wholeSet({ id, name: 'Lanterns' }), ...more }),
      ),
      title,
    })
  const shown = async (post: string) =>
    rowsOf((await ask(app, 'get', `/api/posts/${post}`)).body.content.body)[0]!.pictures.map((one) => one.id)
  return { app, ids, id, open, change, order, showing, shown }
}

describe('a set', () => {
  it('changes in every post that shows it, in each as that narrows it', async () => {
    const { ids, id, order, showing, shown, open, app } = await withSet()
    const whole = await showing('Whole')
    const two = await showing('Two', { set: { ...wholeSet({ id, name: 'Lanterns' }), first: 2 } })
    const own = await showing('Own order', { set: { ...wholeSet({ id, name: 'Lanterns' }), ownOrder: true } })
    expect((await order([ids[4]!, ids[2]!, ids[0]!])).status).toBe(200)
    expect(await shown(whole.id)).toEqual([ids[4], ids[2], ids[0]])
    expect(await shown(two.id)).toEqual([ids[4], ids[2]])
    expect(await shown(own.id)).toEqual([ids[0], ids[2], ids[4]])
    // None of them was written: it is the set that changed.
    expect((await ask(app, 'get', `/api/posts/${whole.id}`)).body.version).toBe(1)
    expect((await open()).uses).toMatchObject([
      { title: 'Own order', kinds: ['gallery'], live: false },
      { title: 'Two' },
      { title: 'Whole' },
    ])
    // What posts show is known without reading them: the picture that came in is in use, the one that went is not.
    const uses = async (one: string) => ((await ask(app, 'get', `/api/pictures/${one}/uses`)).body as unknown[]).length
    expect([await uses(ids[4]!), await uses(ids[1]!)]).toEqual([3, 0])
    expect((await ask(app, 'delete', `/api/pictures/${ids[4]}`)).status).toBe(409)
  })
  it('words its pictures in every post, and knows what is without alt text', async () => {
    const { ids, change, showing, app } = await withSet()
    const post = await showing('Worded')
    const list = async () => ((await ask(app, 'get', '/api/sets')).body as SetList).sets[0]!
    expect(await list()).toMatchObject({
      name: 'Lanterns',
      pictures: 3,
      withoutAlt: 3,
      shownIn: 1,
      first: ids.slice(0, 3),
    })
    await change([{ id: ids[0]!, alt: 'A lantern', caption: '' }, { id: ids[1]! }])
    expect(await list()).toMatchObject({ pictures: 2, withoutAlt: 1 })
    const [row] = rowsOf((await ask(app, 'get', `/api/posts/${post.id}`)).body.content.body)
    expect(row!.pictures).toEqual([{ id: ids[0], inSet: { alt: 'A lantern', caption: '' } }, { id: ids[1] }])
    const { posts } = (await ask(app, 'get', '/api/posts')).body
    expect(posts[0]).toMatchObject({ withoutAlt: 1, pictures: 2 })
  })
  it('is gone back and forward in, and never takes an older change over a newer one', async () => {
    const { ids, order, open, id, app } = await withSet()
    await order([ids[2]!, ids[1]!])
    await ask(app, 'put', `/api/sets/${id}`, { version: 2, did: 'rename', name: 'Lights' })
    const at = async () => {
      const { set, undoes, redoes } = await open()
      return [set.name, set.pictures.map((one) => ids.indexOf(one.id)).join(''), undoes, redoes]
    }
    expect(await at()).toEqual(['Lights', '21', 'rename', null])
    const step = (by: number) => ask(app, 'post', `/api/sets/${id}/step`, { by })
    await step(-1)
    await step(-1)
    expect(await at()).toEqual(['Lanterns', '012', null, 'change the set'])
    await step(1)
    expect(await at()).toEqual(['Lanterns', '21', 'change the set', 'rename'])
    await order([ids[0]!])
    expect(await at()).toEqual(['Lanterns', '0', 'change the set', null])
    const stale = await ask(app, 'put', `/api/sets/${id}`, { version: 1, did: 'rename', name: 'Old' })
    expect([stale.status, stale.body.code, stale.body.detail.set.name]).toEqual([409, 'stale-set', 'Lanterns'])
    const twice = await ask(app, 'put', `/api/sets/${id}`, {
      version: (await open()).set.version,
      did: 'x',
      pictures: [{ id: ids[0] }, { id: ids[0] }],
    })
    expect(twice.body.code).toBe('set-twice')
  })
  it('that is deleted leaves its rows standing as they are, and comes back with them following', async () => {
    const { ids, order, id, showing, shown, app } = await withSet()
    const post = await showing('Deleted')
    await order([ids[1]!, ids[0]!])
    await ask(app, 'put', `/api/posts/${post.id}`, {
      baseVersion: 1,
      content: (await ask(app, 'get', `/api/posts/${post.id}`)).body.content,
    })
    expect((await ask(app, 'delete', `/api/sets/${id}`)).status).toBe(204)
    expect((await ask(app, 'get', `/api/sets/${id}`)).body.code).toBe('set-not-found')
    expect((await ask(app, 'get', '/api/sets/bin')).body).toMatchObject([{ id, name: 'Lanterns' }])
    expect(await shown(post.id)).toEqual([ids[1], ids[0]])
    await ask(app, 'post', `/api/sets/${id}/bring-back`)
    await order([ids[3]!])
    expect(await shown(post.id)).toEqual([ids[3]])
  })
  it('leaves out what lies in the bin, and has it again where it was', async () => {
    const { ids, open, id, app, order } = await withSet()
    await ask(app, 'delete', `/api/pictures/${ids[1]}`)
    const now = async () => (await open()).set.pictures.map((one) => ids.indexOf(one.id)).join('')
    expect(await now()).toBe('02')
    await order([ids[2]!, ids[0]!, ids[3]!])
    await ask(app, 'post', `/api/pictures/${ids[1]}/bring-back`)
    expect([...(await now())].sort().join('')).toBe('0123')
    expect((await ask(app, 'post', '/api/sets/wanted', { ids: [id, 'none-here'] })).body).toHaveLength(1)
  })
  it('says which live posts it has left behind, until they are sent again', async () => {
    const host = await testHost()
    const { app, ids, order, showing } = await withSet({ blogUrl: host.url })
    const post = await showing('At the slip')
    await showing('Only written')
    await pressed(app, post.id, { as: 'live', version: 1 })
    const behind = async () => (await ask(app, 'get', '/api/posts/behind')).body.posts
    expect(await behind()).toEqual([])
    await order([ids[3]!, ids[0]!])
    expect(await behind()).toEqual([
      { id: post.id, title: 'At the slip', written: false, sets: ['Lanterns'], pictures: 0 },
    ])
    const plan = (await ask(app, 'get', `/api/posts/${post.id}/publishing`)).body
    expect(plan.changes).toEqual([expect.stringContaining('sets')])
    const again = async () => {
      const { status, body } = await ask(app, 'post', `/api/posts/${post.id}/again`)
      expect(status).toBe(202)
      await app.press.ended(body.id)
    }
    await again()
    expect(await behind()).toEqual([])
    expect((await ask(app, 'get', `/api/posts/${post.id}/publishing`)).body.changes).toEqual([])
    // What was written since and is not published stays so, whatever its sets become.
    const { content: sent } = (await ask(app, 'get', `/api/posts/${post.id}`)).body
    const body = { ...sent.body, content: [text('Not for readers yet.'), ...sent.body.content] }
    await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: 1, content: { ...sent, body } })
    await order([ids[0]!, ids[3]!])
    expect(await behind()).toMatchObject([{ written: true }])
    const ahead = async () => (await ask(app, 'get', '/api/posts/ahead')).body.posts
    expect(await ahead()).toMatchObject([{ id: post.id, title: 'At the slip', version: 2 }])
    await again()
    expect(await behind()).toEqual([])
    const page = await (await fetch(`${host.url}/posts/at-the-slip/`)).text()
    expect(page.match(/<figure class="pic/g)).toHaveLength(2)
    expect(page).not.toContain('Not for readers yet.')
    expect((await ask(app, 'get', `/api/posts/${post.id}`)).body).toMatchObject({
      version: 2,
      publication: { version: 1 },
    })
    await pressed(app, post.id, { as: 'live', version: 2 })
    expect(await ahead()).toEqual([])
  })
})

describe('shelves', () => {
  it('hold sets in an order, and shelves one level deep', async () => {
    const { app, id } = await withSet()
    const other = ((await ask(app, 'post', '/api/sets', { name: 'Kites', pictures: [] })).body as OpenSet).set.id
    const make = async (name: string, parent: string | null = null) =>
      ask(app, 'post', '/api/sets/shelves', { name, parent })
    const year = (await make('The year')).body as Shelf
    const spring = (await make('Spring', year.id)).body as Shelf
    expect((await make('May', spring.id)).body.code).toBe('shelf-too-deep')
    const patch = (shelf: string, change: object) => ask(app, 'patch', `/api/sets/shelves/${shelf}`, change)
    expect((await patch(spring.id, { sets: [other, id] })).body.sets).toEqual([other, id])
    expect((await patch(year.id, { sets: [id] })).body.sets).toEqual([id])
    expect((await patch(year.id, { parent: spring.id })).body.code).toBe('shelf-too-deep')
    expect((await patch(year.id, { parent: year.id })).body.code).toBe('shelf-too-deep')
    const direct = app.db.prepare('UPDATE shelves SET parent_id = ? WHERE id = ?')
    expect(() => direct.run(spring.id, year.id)).toThrow(/one level deep/)
    await ask(app, 'delete', `/api/sets/shelves/${year.id}`)
    const { shelves } = (await ask(app, 'get', '/api/sets')).body as SetList
    expect(shelves).toEqual([{ id: spring.id, name: 'Spring', parent: null, sets: [other, id] }])
  })
})
