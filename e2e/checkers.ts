import { execFile, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { promisify } from 'node:util'
import type { Page } from 'playwright-core'
import { readAddress } from './journey.ts'

/** What checks pages for everyone: axe for people, the Nu HTML checker for browsers. */

const require = createRequire(import.meta.url)
const axe = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8')

export const SERIOUS = ['serious', 'critical']
export const ANY = ['minor', 'moderate', ...SERIOUS]

/** Violations that axe finds, with the elements that have them. The page's own policy forbids scripts, so axe comes from outside it. */
export async function violations(page: Page, weights: readonly string[]): Promise<string[]> {
  await page.evaluate(axe)
  const results = await page.evaluate(() =>
    (
      window as unknown as {
        axe: { run: () => Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }> }
      }
    ).axe.run(),
  )
  return results.violations
    .filter(({ impact }) => weights.includes(impact))
    .flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`))
}

const NU = path.join(path.dirname(require.resolve('vnu-jar/package.json')), 'build/dist/vnu.jar')
export const nuIsHere = (): boolean => existsSync(NU) && spawnSync('java', ['-version']).status === 0

/** What the Nu HTML checker finds wrong with the pages at these addresses; '' when nothing. */
export async function htmlErrors(addresses: readonly string[]): Promise<string> {
  const folder = mkdtempSync(path.join(tmpdir(), 'set-row-html-'))
  const files = await Promise.all(
    addresses.map(async (address, i) => {
      const file = path.join(folder, `page-${i}.html`)
      writeFileSync(file, await (await readAddress(address)).text())
      return file
    }),
  )
  return promisify(execFile)('java', ['-jar', NU, '--errors-only', ...files]).then(
    ({ stderr }) => stderr,
    (error: { stderr: string }) => error.stderr,
  )
}
