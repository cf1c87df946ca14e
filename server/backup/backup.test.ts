import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import yazl from 'yazl'
import { describe, expect, it, onTestFinished } from 'vitest'
import { pipeline } from 'node:stream/promises'
import { createWriteStream } from 'node:fs'
import { post as content, rowOf, text } from '../../core/testing/builders.ts'
import { hashOfFile } from '../hash-of-file.ts'
import { ask, jpeg, startPost, testApp } from '../testing/test-app.ts'
import { restoreBackup } from './restore-backup.ts'
import { writeBackup } from './write-backup.ts'

const NOW = new Date('2026-03-14T08:00:00Z')

function room(): string {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-backup-'))
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }))
  return folder
}

/** A ZIP of these entries. */
async function zipOf(target: string, entries: Record<string, string | Buffer>): Promise<void> {
  const zip = new yazl.ZipFile()
  for (const [name, bytes] of Object.entries(entries)) zip.addBuffer(Buffer.from(bytes as string), name)
  zip.end()
  await pipeline(zip.outputStream, createWriteStream(target))
}

describe('a backup', () => {
  it('is made while the program works, and becomes the same folder again', async () => {
    const app = await testApp()
    const at = (...parts: string[]) => path.join(app.folder, ...parts)
    const { picture } = (await app.bringIn('a.jpg', await jpeg(1, 900, 600).toBuffer())).body
    const post = await startPost(app, { ...content(text('One'), rowOf([picture.id])), title: 'At the slip' })
    await app.intake.idle()
    writeFileSync(at('access-key'), 'a key', { mode: 0o600 })
    const place = room()
    const file = path.join(place, 'mine.zip')
    // Saves and pictures go on meanwhile; what is backed up is the state of one moment.
    const work = { going: true }
    const working = (async () => {
      for (let i = 1; work.going; i++) {
        await ask(app, 'put', `/api/posts/${post.id}`, { baseVersion: i, content: content(text(`Text ${i}`)) })
        await app.bringIn(`${i}.jpg`, await jpeg(10 + i, 400, 300).toBuffer())
      }
    })()
    const { files } = await writeBackup(app.folder, file, NOW)
    work.going = false
    await working
    expect(files).toBeGreaterThan(4)
    expect(readdirSync(place)).toEqual(['mine.zip'])
    expect(execFileSync('python3', ['-m', 'zipfile', '-t', file], { encoding: 'utf8' })).toContain('Done testing')

    const folder = path.join(place, 'restored')
    const told: number[] = []
    await restoreBackup(file, folder, (done) => told.push(done))
    expect(told.at(-1)).toBe(files)
    expect(statSync(path.join(folder, 'access-key')).mode & 0o777).toBe(0o600)
    const restored = await testApp({}, folder)
    const { body } = await ask(restored, 'get', `/api/posts/${post.id}`)
    expect(JSON.stringify(body.content.body)).toMatch(/"Text \d+"|"One"/)
    const here = await ask(restored, 'get', `/api/pictures/${picture.id}`)
    expect(here.body).toMatchObject({ id: picture.id, width: 900 })
    const { file: made } = here.body.renditions[0]
    expect((await ask(restored, 'get', `/files/${made}`)).status).toBe(200)
    // What came while the backup was written is in neither or in both: file and row.
    expect((await restored.check()).map(({ what }) => what)).not.toContain(
      'pictures whose original is gone: bring the files in again',
    )
    const [original] = readdirSync(path.join(folder, 'originals'))
    expect(await hashOfFile(path.join(folder, 'originals', original!))).toBe(original)
  })
  it('that is damaged, cut, foreign, or of a newer program is refused in words, and leaves nothing', async () => {
    const app = await testApp()
    await startPost(app)
    const place = room()
    const file = path.join(place, 'mine.zip')
    await writeBackup(app.folder, file, NOW)
    const whole = readFileSync(file)
    const target = path.join(place, 'restored')
    const refused = async (bytes: Buffer | Record<string, string>) => {
      const other = path.join(place, 'other.zip')
      if (Buffer.isBuffer(bytes)) writeFileSync(other, bytes)
      else await zipOf(other, bytes)
      const error = await restoreBackup(other, target).catch((one: Error) => one)
      expect(existsSync(target)).toBe(false)
      expect(readdirSync(place).sort()).toEqual(['mine.zip', 'other.zip'])
      return (error as Error).message
    }
    expect(await refused(whole.subarray(0, whole.length / 2))).toMatch(/can’t be read as a backup/)
    const damaged = Buffer.from(whole)
    // Somewhere in the middle of the packed database.
    for (let i = 0; i < 50; i++) damaged[Math.round(whole.length * 0.5) + i]! ^= 255
    expect(await refused(damaged)).toMatch(/could not be restored/)
    expect(await refused({ 'a.txt': 'x' })).toMatch(/no backup of Set Row/)
    const manifest = (more: object) =>
      JSON.stringify({ format: 'set-row-backup', version: 1, data: 1, at: '', files: [], ...more })
    expect(await refused({ 'manifest.json': manifest({ data: 99 }) })).toMatch(/version 99, and this program knows/)
    expect(await refused({ 'manifest.json': manifest({ version: 7 }) })).toMatch(/no backup that this program knows/)
    const [stray] = [{ name: '../../stray', size: 1, sha256: 'a'.repeat(64) }]
    expect(await refused({ 'manifest.json': manifest({ files: [stray] }) })).toMatch(/a place in a data folder/)
    expect(await refused({ 'manifest.json': manifest({}), 'originals/x': 'x' })).toMatch(/which it does not list/)
    const listed = { name: 'set-row.sqlite', size: 1, sha256: 'a'.repeat(64) }
    expect(await refused({ 'manifest.json': manifest({ files: [listed] }) })).toMatch(/1 of its files are missing/)
    expect(await refused({ 'manifest.json': manifest({ files: [listed] }), 'set-row.sqlite': 'xx' })).toMatch(/larger/)
    await expect(restoreBackup(file, place)).rejects.toThrow(/not empty/)
    await expect(writeBackup(place, path.join(place, 'none.zip'), NOW)).rejects.toThrow(/no data of Set Row/)
  })
})
