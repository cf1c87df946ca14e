import Database from 'better-sqlite3'
import { createHash, randomBytes } from 'node:crypto'
import { createWriteStream, existsSync, mkdirSync, readdirSync } from 'node:fs'
import { chmod, rename, rm, rmdir } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import yauzl from 'yauzl'
import { CannotStart } from '../cannot-start.ts'
import { newestVersion } from '../database/open.ts'
import { Manifest, MANIFEST } from './manifest.ts'

const LARGEST_MANIFEST = 200_000_000

/**
 * Makes a data folder from a backup. The folder must not be there, or be empty, and appears when all of it is whole and
 * is what was backed up. Throws `CannotStart` with what is wrong; nothing is left then.
 */
export async function restoreBackup(
  file: string,
  folder: string,
  tell: (done: number, total: number) => void = () => {},
): Promise<Manifest> {
  if (existsSync(folder) && readdirSync(folder).length > 0)
    throw new CannotStart(`The folder ${folder} is not empty. Name one that is not there yet; nothing was changed.`)
  const zip = await yauzl.openPromise(file).catch((cause: Error) => {
    throw new CannotStart(`${file} can’t be read as a backup (${cause.message}).`)
  })
  mkdirSync(path.dirname(folder), { recursive: true })
  const part = `${folder}.${randomBytes(4).toString('hex')}.part`
  try {
    mkdirSync(part)
    const manifest = await unpack(zip, part, tell)
    checkDatabase(path.join(part, 'set-row.sqlite'))
    if (existsSync(folder)) await rmdir(folder)
    await rename(part, folder)
    return manifest
  } catch (error) {
    await rm(part, { recursive: true, force: true })
    if (error instanceof CannotStart) throw error
    throw new CannotStart(`The backup ${file} could not be restored: ${(error as Error).message}. Nothing was changed.`)
  } finally {
    zip.close()
  }
}

async function unpack(
  zip: yauzl.ZipFile,
  folder: string,
  tell: (done: number, total: number) => void,
): Promise<Manifest> {
  let manifest: Manifest | undefined
  let wanted = new Map<string, Manifest['files'][number]>()
  for await (const entry of zip.eachEntry()) {
    if (!manifest) {
      manifest = await readManifest(zip, entry)
      wanted = new Map(manifest.files.map((one) => [one.name, one]))
      continue
    }
    const one = wanted.get(entry.fileName)
    if (!one) throw new Error(`it holds “${entry.fileName}”, which it does not list`)
    wanted.delete(one.name)
    const target = path.join(folder, one.name)
    mkdirSync(path.dirname(target), { recursive: true })
    const hash = createHash('sha256')
    let bytes = 0
    const measured = new Transform({
      transform(chunk: Buffer, _encoding, next) {
        bytes += chunk.length
        hash.update(chunk)
        next(bytes > one.size ? new Error(`“${one.name}” is larger than it was`) : null, chunk)
      },
    })
    await pipeline(await zip.openReadStreamPromise(entry), measured, createWriteStream(target, { flush: true }))
    if (bytes !== one.size || hash.digest('hex') !== one.sha256) throw new Error(`“${one.name}” is damaged`)
    if (one.name.endsWith('-key')) await chmod(target, 0o600)
    tell(manifest.files.length - wanted.size, manifest.files.length)
  }
  if (!manifest) throw new Error('it is empty')
  if (wanted.size > 0) throw new Error(`${wanted.size} of its files are missing`)
  return manifest
}

async function readManifest(zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Manifest> {
  if (entry.fileName !== MANIFEST || entry.uncompressedSize > LARGEST_MANIFEST)
    throw new Error('it is no backup of Set Row')
  const text = await textOf(await zip.openReadStreamPromise(entry))
  const known = newestVersion()
  const parsed = Manifest.safeParse(JSON.parse(text))
  if (!parsed.success) throw new Error(`it is no backup that this program knows (${parsed.error.issues[0]!.message})`)
  if (parsed.data.data > known)
    throw new Error(`its data have version ${parsed.data.data}, and this program knows ${known}: use the newer program`)
  return parsed.data
}

async function textOf(stream: Readable): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of stream) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString('utf8')
}

function checkDatabase(file: string): void {
  const db = new Database(file, { readonly: true, fileMustExist: true })
  try {
    const [first] = db.pragma('quick_check(1)') as { quick_check: string }[]
    if (first?.quick_check !== 'ok') throw new Error(`its database is damaged (${first?.quick_check})`)
  } finally {
    db.close()
  }
}
