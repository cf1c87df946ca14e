import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'

/** How long files and lines may be; what is longer has its reason here. */

const MOST_LINES = 250
const MOST_COLUMNS = 120
/** Files that may be longer, up to so many lines, and why. */
const LONGER: Record<string, readonly [lines: number, why: string]> = {
  'web/features/board/post-draft.ts': [300, 'one machine of states: its parts share all they know'],
}
/** Where lines are longer than the formatter can break: comments, markup in a template, text of one piece. */
const LONG_LINES = /^(<|\$\{)|^\s*(\/\/|\*|\/\*\*)|(['"`])(?:(?!\3).){50,}\3|^\s*\/.*\/\w*$|d="M/
/** Files that are style sheets in one template: a rule stands in one line. */
const STYLE_SHEETS = /-css\.ts$/

const root = path.resolve(import.meta.dirname, '..')
const files = execFileSync('git', ['ls-files', '*.ts', '*.tsx'], { cwd: root, encoding: 'utf8' }).trim().split('\n')
const isText = (file: string) => file.startsWith('demo/') || file.includes('.test.')
const linesOf = (file: string) => readFileSync(path.join(root, file), 'utf8').split('\n')

describe('sources', () => {
  it(`have no file of over ${MOST_LINES} lines without a reason`, () => {
    const long = files
      .filter((file) => !isText(file))
      .map((file) => [file, linesOf(file).length - 1] as const)
      .filter(([file, lines]) => lines > (LONGER[file]?.[0] ?? MOST_LINES))
    expect(long).toEqual([])
  })
  it('keep no reason for a file that is short enough', () => {
    const idle = Object.keys(LONGER).filter((file) => !files.includes(file) || linesOf(file).length - 1 <= MOST_LINES)
    expect(idle).toEqual([])
  })
  it(`have no line of over ${MOST_COLUMNS} columns but those of one piece`, () => {
    const long = files
      .filter((file) => !isText(file) && !STYLE_SHEETS.test(file))
      .flatMap((file) =>
        linesOf(file).flatMap((line, i) =>
          line.length > MOST_COLUMNS && !LONG_LINES.test(line) ? [`${file}:${i + 1}`] : [],
        ),
      )
    expect(long).toEqual([])
  })
})
