import { existsSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'

/** The folder that holds package.json, from the sources and from the built bundle alike. */
function findRoot(folder: string): string {
  if (existsSync(path.join(folder, 'package.json'))) return folder
  return findRoot(path.dirname(folder))
}

export const rootFolder = findRoot(path.dirname(fileURLToPath(import.meta.url)))
