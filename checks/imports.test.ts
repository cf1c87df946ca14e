import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'

/** What each folder may import of ours. */
const ALLOWED: Record<string, readonly string[]> = {
  core: ['core'],
  server: ['server', 'core'],
  web: ['web', 'core', 'reader'],
  reader: ['reader', 'core'],
  'stand-ins': ['stand-ins', 'core/wire'],
  demo: ['demo', 'core', 'server/settings.ts', 'server/cannot-start.ts', 'server/commands'],
  bench: ['bench', 'core', 'server', 'demo', 'e2e', 'stand-ins'],
  e2e: ['e2e', 'core', 'demo', 'server', 'stand-ins'],
}
const root = path.resolve(import.meta.dirname, '..')

const sources = (folder: string): string[] =>
  readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => path.join(folder, file))

const importsOf = (file: string): string[] =>
  [...readFileSync(path.join(root, file), 'utf8').matchAll(/(?:from|import) '([^']+)'/g)].map((match) => match[1]!)

describe('imports', () => {
  for (const [folder, allowed] of Object.entries(ALLOWED)) {
    it(`of ${folder} come from ${allowed.join(', ')} alone`, () => {
      const strayed = sources(folder).flatMap((file) => {
        // Tests may stand beside what they try out with the real thing.
        const own =
          /\.test\.ts$|^server\/testing\//.test(file) && folder === 'server' ? [...allowed, 'stand-ins'] : allowed
        return importsOf(file)
          .filter((name) => name.startsWith('.'))
          .map((name) => path.join(path.dirname(file), name))
          .filter((target) => !own.some((place) => target === place || target.startsWith(`${place}/`)))
          .map((target) => `${file} imports ${target}; ${folder} may import only ${own.join(', ')}`)
      })
      expect(strayed).toEqual([])
    })
  }
  /** Packages that work on values alone, wherever they run. */
  const PURE = new Set([
    'zod',
    'temporal-polyfill',
    'linebreak',
    'stemmer',
    'parse5',
    'yaml',
    'mdast-util-from-markdown',
    'mdast-util-to-markdown',
    'mdast-util-gfm-strikethrough',
    'mdast-util-gfm-table',
    'micromark-extension-gfm-strikethrough',
    'micromark-extension-gfm-table',
    'mdast-util-to-hast',
    'hast-util-to-html',
    'mdast',
    'hast',
  ])
  it('of core bring no environment in', () => {
    const strayed = sources('core').filter(
      (file) =>
        !/\.test\.ts$|core\/testing\//.test(file) &&
        importsOf(file).some((name) => !name.startsWith('.') && !PURE.has(name)),
    )
    expect(strayed).toEqual([])
  })
})

describe('the README', () => {
  it('names every command and every folder', () => {
    const readme = readFileSync(path.join(root, 'README.md'), 'utf8')
    for (const command of readdirSync(path.join(root, 'bin')).filter((name) => !name.startsWith('_')))
      expect(readme).toContain(`bin/${command}`)
    for (const folder of Object.keys(ALLOWED)) expect(readme).toContain(folder)
  })
  it('shows only pictures that are there', () => {
    const readme = readFileSync(path.join(root, 'README.md'), 'utf8')
    const shown = [...readme.matchAll(/\((docs\/screenshots\/[\w-]+\.png)\)/g)].map((match) => match[1]!)
    expect(shown.length).toBeGreaterThan(0)
    for (const file of shown) expect(readFileSync(path.join(root, file)).length).toBeGreaterThan(1000)
  })
})
