import { createHash } from 'node:crypto'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { expect, it, onTestFinished } from 'vitest'
import { ladderFor } from '../core/files/ladder.ts'
import type { Picture } from '../core/wire/picture.ts'
import { checked, freePort, program, settingsFor } from './kills.ts'
import { send } from './promises-held.ts'

const FILES = 100
const AT_ONCE = 6

/** A file like no other, large enough that some are in the making whenever the kill comes; drawn once, for its noise is new each time. */
const drawn = new Map<number, Promise<Buffer>>()
function fileOf(i: number): Promise<Buffer> {
  const known = drawn.get(i)
  if (known) return known
  const file = sharp({
    create: {
      width: 700,
      height: 460,
      channels: 3,
      background: { r: (i * 37) % 255, g: (i * 91) % 255, b: i },
      noise: { type: 'gaussian', mean: 100 + i, sigma: 14 },
    },
  })
    .jpeg()
    .toBuffer()
  drawn.set(i, file)
  return file
}

it('a server killed in an intake of a hundred files: what it had accepted is whole, nothing is half, and the rest comes in', async () => {
  const data = mkdtempSync(path.join(tmpdir(), 'set-row-intake-'))
  const port = await freePort()
  const app = `http://127.0.0.1:${port}`
  const server = program('server.mjs', settingsFor(data, port, await freePort()))
  onTestFinished(async () => {
    await server.kill()
    rmSync(data, { recursive: true, force: true })
  })
  const hashes = new Map<string, string>()
  let [answered, next] = [0, 0]
  const line = async (stop: () => boolean) => {
    while (next < FILES && !stop()) {
      const i = next++
      const bytes = await fileOf(i)
      const answer = await send(`${app}/api/pictures?name=KM_${i}.jpg`, 'POST', new Uint8Array(bytes)).catch(
        () => undefined,
      )
      const body = answer?.ok
        ? ((await answer.json().catch(() => undefined)) as { picture: Picture } | undefined)
        : undefined
      if (!body) continue
      hashes.set(body.picture.id, createHash('sha256').update(bytes).digest('hex'))
      answered++
    }
  }
  const lines = (stop: () => boolean = () => false) => Promise.all(Array.from({ length: AT_ONCE }, () => line(stop)))

  await server.start()
  let dead = false
  const work = lines(() => dead)
  await expect.poll(() => answered, { timeout: 60_000, interval: 5 }).toBeGreaterThan(30)
  await server.kill()
  dead = true
  await work
  expect(answered).toBeLessThan(FILES)
  const accepted = [...hashes.keys()]

  await server.start()
  const here = async (id: string) => (await (await send(`${app}/api/pictures/${id}`, 'GET')).json()) as Picture
  for (const id of accepted) expect((await here(id)).renditions.length).toBeGreaterThan(0)
  // All hundred again, as somebody would send them: what is here is known, what is not comes in.
  next = 0
  await lines()
  const { all } = (await (await send(`${app}/api/pictures/counts`, 'GET')).json()) as { all: number }
  expect(all).toBe(FILES)
  expect(accepted.every((id) => hashes.has(id))).toBe(true)
  const widths = ladderFor(700, 460)
  for (const id of hashes.keys())
    await expect
      .poll(
        async () => (await here(id)).renditions.filter(({ format }) => format === 'webp').map(({ width }) => width),
        {
          timeout: 60_000,
        },
      )
      .toEqual(expect.arrayContaining(widths))
  await server.kill()
  // What the last kill stopped in the middle is taken away first, as at a start.
  checked(data)
  const originals = readdirSync(path.join(data, 'app/originals'))
  expect(originals.sort()).toEqual([...new Set(hashes.values())].sort())
  expect(checked(data)).toContain('All is whole.')
}, 240_000)
