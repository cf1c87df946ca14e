// Bundles the reader script: each part in one file named for its content, and a list of the names. With --watch, again at every change.
import { build } from 'esbuild'
import { createHash } from 'node:crypto'
import { mkdirSync, rmSync, watch, writeFileSync } from 'node:fs'
import path from 'node:path'

const OUT = 'dist/reader'
const PARTS = ['slideshow', 'enlarge', 'gallery', 'video']
const watching = process.argv.includes('--watch')

/** Bundles one file, keeps it under a name that changes with its content, and gives the name. */
async function keep(entry, format) {
  const { outputFiles } = await build({
    entryPoints: [`reader/${entry}`],
    bundle: true,
    minify: true,
    write: false,
    format,
    target: 'es2020',
    legalComments: 'none',
    logLevel: 'warning',
  })
  const { contents } = outputFiles[0]
  const { name, ext } = path.parse(entry)
  const file = `reader-${name}-${createHash('sha256').update(contents).digest('hex').slice(0, 16)}${ext === '.ts' ? '.js' : ext}`
  writeFileSync(path.join(OUT, file), contents)
  return file
}

async function buildAll() {
  const parts = {}
  for (const part of PARTS)
    parts[part] = {
      script: await keep(`${part}.ts`, 'esm'),
      style: part === 'enlarge' ? await keep(`${part}.css`) : null,
    }
  writeFileSync(
    path.join(OUT, 'files.json'),
    `${JSON.stringify({ starter: await keep('starter.ts', 'iife'), parts }, null, 2)}\n`,
  )
}

// What was built before may be in use while somebody works on it.
if (!watching) rmSync(OUT, { recursive: true, force: true })
mkdirSync(OUT, { recursive: true })
await buildAll()
if (watching) {
  let rest
  watch('reader', () => {
    clearTimeout(rest)
    rest = setTimeout(() => buildAll().catch((error) => console.error(error.message)), 100)
  })
}
