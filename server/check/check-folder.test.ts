import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import type { Picture } from '../../core/wire/picture.ts'
import { FolderInUse, lockFolder } from '../folder-lock.ts'
import { pictureFolder } from '../pictures/picture-folder.ts'
import { videoFolder } from '../videos/video-folder.ts'
import { jpeg, startPost, testApp } from '../testing/test-app.ts'
import { checkFolder, checkThoroughly, findingInWords } from './check-folder.ts'

describe('a check of the data folder', () => {
  it('finds what nothing can use, takes it away, and says what it was', async () => {
    const app = await testApp()
    const at = (...parts: string[]) => path.join(app.folder, ...parts)
    const files = await Promise.all([1, 2, 3].map((n) => jpeg(n, 900, 600).toBuffer()))
    const names = await Promise.all(
      [1, 2, 3].map(async (n) => (await app.bringIn(`${n}.jpg`, files[n - 1]!)).body.picture as Picture),
    )
    await app.intake.idle()
    expect(await app.check()).toEqual([])
    const hashOf = (id: string) =>
      (app.db.prepare('SELECT hash FROM pictures WHERE id = ?').get(id) as { hash: string }).hash
    writeFileSync(at('arriving', 'half'), 'x')
    writeFileSync(at('originals', 'f'.repeat(64)), 'x')
    writeFileSync(at('renditions', `${'f'.repeat(20)}-320.webp`), 'x')
    rmSync(at('renditions', names[0]!.renditions[0]!.file))
    // A kill while it was on its way, and the disk lost its file.
    app.db.prepare(`UPDATE pictures SET state = 'arriving' WHERE id = ?`).run(names[1]!.id)
    rmSync(at('originals', hashOf(names[1]!.id)))
    rmSync(at('originals', hashOf(names[2]!.id)))
    const deps = {
      db: app.db,
      folder: pictureFolder(app.folder),
      videos: videoFolder(app.folder),
      now: () => new Date(),
    }
    const told = (await checkFolder(deps, false)).map(findingInWords)
    expect(existsSync(at('arriving', 'half'))).toBe(true)
    const mended = (await checkFolder(deps)).map(findingInWords)
    expect(mended).toEqual([
      'mended: 1 half files, of writes that were stopped',
      'mended: 1 pictures that were never shown and whose file is not here',
      'needs you: pictures whose original is gone: bring the files in again: 3.jpg',
      'mended: 1 originals without a picture',
      'mended: 1 picture files without a picture',
      'mended: 1 picture files that are gone: they are made again',
    ])
    expect(told).toEqual(mended.map((line) => line.replace(/^mended/, 'will be mended')))
    expect((await checkFolder(deps)).map(findingInWords)).toEqual([mended[2]])
    expect(readdirSync(at('originals'))).toEqual([hashOf(names[0]!.id)])
    // What it asks for helps.
    const { body } = await app.bringIn('3.jpg', files[2]!)
    expect(body).toMatchObject({ already: true, picture: { id: names[2]!.id } })
    expect(await checkFolder(deps)).toEqual([])
  })
  it('on demand reads every original and every post', async () => {
    const app = await testApp()
    const { body } = await app.bringIn('a.jpg', await jpeg(1).toBuffer())
    const post = await startPost(app, { ...content(text('One'), rowOf([body.picture.id])), title: 'At the slip' })
    await app.intake.idle()
    const deps = {
      db: app.db,
      folder: pictureFolder(app.folder),
      videos: videoFolder(app.folder),
      now: () => new Date(),
    }
    expect(await checkThoroughly(deps)).toEqual([])
    const [original] = readdirSync(path.join(app.folder, 'originals'))
    writeFileSync(path.join(app.folder, 'originals', original!), 'something else')
    app.db.prepare(`UPDATE post_contents SET content = '{"version":4}' WHERE post_id = ?`).run(post.id)
    expect((await checkThoroughly(deps)).map(findingInWords)).toEqual([
      `needs you: originals that are not what was brought in: originals/${original}`,
      expect.stringMatching(/^needs you: posts that can’t be read: “At the slip”: title: /),
    ])
  })
  it('and a start are for one process at a time', async () => {
    const app = await testApp()
    const release = lockFolder(app.folder)
    expect(() => lockFolder(app.folder)).toThrow(FolderInUse)
    release()
    lockFolder(app.folder)()
  })
})
