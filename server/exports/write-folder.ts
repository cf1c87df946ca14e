import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs'
import { rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { z } from 'zod'
import { CannotStart } from '../cannot-start.ts'
import type { ExportFile } from './export-file.ts'

/** What an earlier export wrote here, by path. */
const LIST = '.set-row-site.json'
const Kept = z.record(z.string(), z.string())

export interface FolderWritten {
  readonly written: number
  readonly kept: number
  /** what an earlier export wrote and no page needs any more: it is left where it is */
  readonly toDelete: readonly string[]
}

/**
 * Writes an export into a folder: a new one, an empty one, or one that an earlier export has written, of which only what
 * has changed is written again. Throws `CannotStart` for a folder with anything else in it. A file appears whole.
 */
export async function writeFolder(
  files: readonly ExportFile[],
  folder: string,
  tell: (done: number, total: number) => void = () => {},
): Promise<FolderWritten> {
  const list = path.join(folder, LIST)
  if (existsSync(folder) && !existsSync(list) && readdirSync(folder).length > 0)
    throw new CannotStart(
      `The folder ${folder} has files in it that no export wrote. Name one that is empty or not there yet; nothing was changed.`,
    )
  const before = existsSync(list) ? Kept.parse(JSON.parse(readFileSync(list, 'utf8'))) : {}
  const now: Record<string, string> = {}
  let written = 0
  for (const [i, file] of files.entries()) {
    const target = path.join(folder, file.path)
    const bytes = (await file.bytes()) ?? Buffer.alloc(0)
    now[file.path] = createHash('sha256').update(bytes).digest('hex')
    if (before[file.path] !== now[file.path] || !existsSync(target)) {
      mkdirSync(path.dirname(target), { recursive: true })
      await writeFile(`${target}.part`, bytes)
      await rename(`${target}.part`, target)
      written++
    }
    tell(i + 1, files.length)
  }
  await writeFile(`${list}.part`, JSON.stringify(now))
  await rename(`${list}.part`, list)
  const toDelete = Object.keys(before).filter((one) => !Object.hasOwn(now, one) && existsSync(path.join(folder, one)))
  return { written, kept: files.length - written, toDelete }
}
