import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { Agent, request } from 'node:http'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { jpegWidthFor, ladderFor } from '../core/files/ladder.ts'
import { LARGE, largePictures } from './large-pictures.ts'
import type { Line } from './line.ts'
import { twoAtOnce } from './two-at-once.ts'

const root = path.resolve(import.meta.dirname, '..')
const [WIDE, HIGH] = [LARGE.width, LARGE.height]
const MANY = 200
const TURNS = 4

/** The same files by the library alone: one decode a picture, each smaller one from the next larger. */
async function bare(file: string): Promise<void> {
  const widths = ladderFor(WIDE, HIGH)
  const steps = [...widths.map((width) => [width, 'webp'] as const), [jpegWidthFor(WIDE, HIGH), 'jpeg'] as const].sort(
    (a, b) => b[0] - a[0],
  )
  let { data, info } = await sharp(file).autoOrient().resize(steps[0]![0]).raw().toBuffer({ resolveWithObject: true })
  for (const [width, format] of steps) {
    const raw = () => sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels } })
    if (width < info.width) ({ data, info } = await raw().resize({ width }).raw().toBuffer({ resolveWithObject: true }))
    await (format === 'webp'
      ? raw().webp({ quality: 80, effort: 2 })
      : raw().jpeg({ quality: 82, mozjpeg: true })
    ).toBuffer()
  }
}

/** The same files, each from the original: what the library’s own examples do. */
async function plain(file: string): Promise<void> {
  for (const width of ladderFor(WIDE, HIGH))
    await sharp(file).autoOrient().resize(width).webp({ quality: 80, effort: 2 }).toBuffer()
  await sharp(file).autoOrient().resize(jpegWidthFor(WIDE, HIGH)).jpeg({ quality: 82, mozjpeg: true }).toBuffer()
}

/** The server in a process of its own, so that its memory is its own. */
function startServer(folder: string): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [path.join(root, 'dist/server/server.mjs')], {
    env: { ...process.env, SETROW_DATA: folder, SETROW_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
    child.stdout.on('data', (said: Buffer) => {
      const url = /Set Row\s+(http\S+)/.exec(said.toString())?.[1]
      if (url) resolve({ child, url })
    })
  })
}

/** The most memory that a process ever held, MB. */
const peakOf = ({ pid }: ChildProcess): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024

/** Large pictures in a row: how fast beside the library alone, and how much memory they take. */
export async function intakeBench(line: Line): Promise<void> {
  const files = await largePictures()
  const bytes = await Promise.all(files.map((file) => readFile(file)))
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-intake-'))
  const { child, url } = await startServer(folder)
  const agent = new Agent({ keepAlive: true })
  /** By the plainest of clients: what it costs is taken from the server here, and would not be elsewhere. */
  const bring = (i: number) =>
    new Promise<void>((resolve, reject) => {
      const bytesOf = bytes[i % bytes.length]!
      // Bytes of their own, and the same px: look-alikes all, which is the most work there can be.
      const own = Buffer.from(`picture ${i}`)
      const headers = { 'content-type': 'application/octet-stream', 'content-length': bytesOf.length + own.length }
      const asked = request(`${url}/api/pictures?name=KM_${i}.jpg`, { method: 'POST', agent, headers }, (response) => {
        response.resume().once('end', resolve)
        if (response.statusCode !== 201) reject(new Error(`the server answered with ${response.statusCode}`))
      })
      asked.once('error', reject)
      asked.write(bytesOf)
      asked.end(own)
    })
  const made = async (pictures: number) => {
    // Looked for on the disk, so that looking costs the server nothing.
    while (readdirSync(path.join(folder, 'renditions')).length < pictures * (ladderFor(WIDE, HIGH).length + 1))
      await new Promise((resolve) => setTimeout(resolve, 20))
  }
  try {
    // In turns, for the machine's speed changes.
    let [own, alone, each] = [0, 0, 0]
    const some = [...files, ...files]
    let brought = 0
    // The first ones, of each, begin with threads and programs to be started.
    await twoAtOnce(files, () => bring(brought++))
    await made(brought)
    await twoAtOnce(files, bare)
    for (let turn = 0; turn < TURNS; turn++) {
      const started = performance.now()
      await twoAtOnce(some, () => bring(brought++))
      await made(brought)
      own += (performance.now() - started) / 1000
      alone += await twoAtOnce(some, bare)
      each += await twoAtOnce(some, plain)
    }
    const measured = TURNS * some.length
    const rate = (seconds: number) => `${(measured / seconds).toFixed(2)} pictures/s`
    line('24 megapixels, every file made, looked at', rate(own))
    line('The library alone, each file from the original', rate(each), `ratio ${(each / own).toFixed(2)}`)
    line('  each from the next larger, in memory alone', rate(alone), `ratio ${(alone / own).toFixed(2)}`)
    await twoAtOnce(Array.from({ length: MANY - brought }), () => bring(brought++))
    await made(MANY)
    line(`Peak memory of the server, ${MANY} of them in a row`, `${peakOf(child).toFixed(0)} MB`)
  } finally {
    child.removeAllListeners('exit')
    child.kill()
    agent.destroy()
    rmSync(folder, { recursive: true, force: true })
  }
}
