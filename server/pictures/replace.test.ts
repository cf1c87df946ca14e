import { expect, it } from 'vitest'
import { post, rowOf, text } from '../../core/testing/builders.ts'
import type { Picture, PictureEffect } from '../../core/wire/picture.ts'
import type { Bin } from '../../core/wire/picture-search.ts'
import type { PublishPlan } from '../../core/wire/post.ts'
import { ask, jpeg, pressed, startPost, type TestApp, testApp, testHost } from '../testing/test-app.ts'

const bring = async (app: TestApp, name: string, image: ReturnType<typeof jpeg>): Promise<Picture> =>
  (await app.bringIn(name, await image.toBuffer())).body.picture as Picture
const read = async (app: TestApp, id: string) => (await ask(app, 'get', `/api/pictures/${id}`)).body as Picture

it('a file takes the place of another everywhere: texts and places stay, and the old file can come back', async () => {
  const host = await testHost()
  const app = await testApp({ blogUrl: host.url })
  const kite = await bring(app, 'KM_1.jpg', jpeg(1, 600, 400))
  const mast = await bring(app, 'KM_2.jpg', jpeg(2, 600, 400))
  await ask(app, 'patch', `/api/pictures/${kite.id}`, { alt: 'A kite', tags: ['slip'] })
  const { id, version } = await startPost(app, { ...post(text('x'), rowOf([kite.id, mast.id])), title: 'At the slip' })
  expect((await pressed(app, id, { as: 'live', version })).state).toBe('done')

  // Of the same shape: nothing is altered. Of another: it is told where.
  const again = await bring(app, 'KM_1 better.jpg', jpeg(3, 1200, 800))
  const tall = await bring(app, 'KM_9.jpg', jpeg(4, 400, 900))
  const effect = async (other: string) =>
    (await ask(app, 'get', `/api/pictures/${kite.id}/replacing?with=${other}`)).body as PictureEffect[]
  expect(await effect(again.id)).toMatchObject([{ id, title: 'At the slip', live: true, shaped: 0 }])
  const [altered] = await effect(tall.id)
  expect(altered!.shaped).toBe(1)
  expect(altered!.heights[0]!.after).not.toBe(altered!.heights[0]!.before)

  const { status, body } = await ask(app, 'post', `/api/pictures/${kite.id}/replacing`, { with: tall.id })
  expect(status).toBe(200)
  expect(body).toMatchObject({
    id: kite.id,
    width: 400,
    height: 900,
    fileName: 'KM_9.jpg',
    alt: 'A kite',
    tags: ['slip'],
  })
  const stem = ({ renditions }: Picture) => [...new Set(renditions.map(({ file }) => file.split('-')[0]))]
  expect(stem(body as Picture)).toEqual(stem(tall))
  // What is on the blog is behind.
  const plan = (await ask(app, 'get', `/api/posts/${id}/publishing`)).body as PublishPlan
  expect(plan.changes).toEqual([expect.stringMatching(/pages look otherwise/)])

  // The file it had waits in the bin, as the picture that it came with, and comes back the same way.
  const bin = (await ask(app, 'get', '/api/pictures/bin')).body as Bin
  expect(bin.map(({ picture }) => [picture.id, picture.fileName, picture.width])).toEqual([[tall.id, 'KM_1.jpg', 600]])
  await ask(app, 'post', `/api/pictures/${tall.id}/bring-back`)
  await ask(app, 'post', `/api/pictures/${kite.id}/replacing`, { with: tall.id })
  expect(await read(app, kite.id)).toMatchObject({ width: 600, fileName: 'KM_1.jpg', alt: 'A kite' })
  // Files that are still in the making are no halves.
  await app.intake.idle()
  expect(await app.check()).toEqual([])
})

it('what posts show is not used up as a file for another, nor a picture for itself', async () => {
  const app = await testApp()
  const [kite, mast] = [await bring(app, 'KM_1.jpg', jpeg(1)), await bring(app, 'KM_2.jpg', jpeg(2))]
  await startPost(app, post(rowOf([mast.id])))
  const replaced = async (other: string) =>
    (await ask(app, 'post', `/api/pictures/${kite.id}/replacing`, { with: other })).body.code as string
  expect(await replaced(mast.id)).toBe('replacement-in-use')
  expect(await replaced(kite.id)).toBe('replaced-by-itself')
  expect(await replaced('nobody')).toBe('picture-not-found')
  expect(await read(app, kite.id)).toMatchObject({ fileName: 'KM_1.jpg' })
})
