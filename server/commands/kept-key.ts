import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'

/** A key that lies in the data folder, for its owner's eyes alone; made when it is first asked for. */
export function keptKey(folder: string, name: 'access-key' | 'blog-key' | 'second-token'): string {
  const file = path.join(folder, name)
  if (!existsSync(file)) writeFileSync(file, randomBytes(16).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8').trim()
}
