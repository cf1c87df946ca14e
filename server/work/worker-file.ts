import { existsSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { rootFolder } from '../root-folder.ts'

const here = path.dirname(fileURLToPath(import.meta.url))
const made = new Map<string, Promise<string>>()

/** The file that a thread runs, by its place in `server/`. Built, it lies beside the server; from the sources, it is built when it is first needed. */
export function workerFile(place: string): Promise<string> {
  const name = path.basename(place)
  const built = path.join(here, `${name}.mjs`)
  if (existsSync(built)) return Promise.resolve(built)
  const known = made.get(place)
  if (known) return known
  const making = buildWorker(name, path.join(rootFolder, 'server', `${place}.ts`))
  made.set(place, making)
  return making
}

async function buildWorker(name: string, source: string): Promise<string> {
  const { build } = await import('esbuild')
  const outfile = path.join(rootFolder, `node_modules/.cache/set-row/${name}-${process.pid}.mjs`)
  await build({ entryPoints: [source], outfile, bundle: true, platform: 'node', format: 'esm', packages: 'external' })
  return outfile
}
