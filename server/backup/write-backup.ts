import { randomBytes } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync, readdirSync } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { pipeline } from 'node:stream/promises'
import yazl from 'yazl'
import { CannotStart } from '../cannot-start.ts'
import { databaseFile, openToRead } from '../database/open.ts'
import { hashOfFile } from '../hash-of-file.ts'
import { BACKUP_VERSION, isPlace, type Manifest, MANIFEST } from './manifest.ts'

export interface BackupWritten {
  readonly files: number
  readonly bytes: number
}

/**
 * Writes everything of a data folder into one file, while the program may be running on it. The database is copied first,
 * as it is at one moment; files that it names never change. The target appears when it is whole.
 */
export async function writeBackup(
  folder: string,
  target: string,
  now: Date,
  tell: (done: number, total: number) => void = () => {},
): Promise<BackupWritten> {
  if (!existsSync(databaseFile(folder))) throw new CannotStart(`There are no data of Set Row in ${folder}.`)
  const copy = `${target}.${randomBytes(4).toString('hex')}.database`
  const part = `${target}.${randomBytes(4).toString('hex')}.part`
  try {
    const db = openToRead(folder)
    const data = db.pragma('user_version', { simple: true }) as number
    await db.backup(copy)
    db.close()
    const listed = [
      { name: 'set-row.sqlite', file: copy },
      ...['access-key', 'blog-key', 'blog-host/blog.json'].map((name) => ({ name, file: path.join(folder, name) })),
      ...['originals', 'renditions', 'videos', 'blog-host/files'].flatMap((place) =>
        filesIn(path.join(folder, place)).map((name) => ({
          name: `${place}/${name}`,
          file: path.join(folder, place, name),
        })),
      ),
    ].filter(({ name, file }) => isPlace(name) && existsSync(file))
    const files: Manifest['files'] = []
    for (const { name, file } of listed)
      files.push({ name, size: (await stat(file)).size, sha256: await hashOfFile(file) })
    const manifest: Manifest = { format: 'set-row-backup', version: BACKUP_VERSION, data, at: now.toISOString(), files }

    const zip = new yazl.ZipFile()
    zip.addBuffer(Buffer.from(JSON.stringify(manifest)), MANIFEST)
    let done = 0
    for (const { name, file } of listed)
      zip.addReadStreamLazy(name, { compress: name === 'set-row.sqlite' }, (give) => {
        tell(++done, listed.length)
        give(null, createReadStream(file))
      })
    zip.end()
    await pipeline(zip.outputStream, createWriteStream(part))
    const written = await open(part, 'r+')
    await written.sync()
    await written.close()
    await rename(part, target)
    return { files: files.length, bytes: (await stat(target)).size }
  } finally {
    await rm(copy, { force: true })
    await rm(part, { force: true })
  }
}

const filesIn = (folder: string): string[] => (existsSync(folder) ? readdirSync(folder).sort() : [])
