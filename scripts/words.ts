/**
 * Prints every word that the interface says: labels, titles, dialogs, notices, refusals, each with its place, to be
 * read in one sitting. `npm run words -- posts` prints what has "posts" in its path.
 */
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { parseSync } from 'vite'

const root = path.resolve(import.meta.dirname, '..')
const FOLDERS = ['web', 'core', 'server']
/** Attributes whose words nobody reads. */
const UNREAD =
  /^(className|class|d|viewBox|style|key|id|htmlFor|type|role|rel|target|href|to|src|accept|data-.*|points)$/
/** What looks like words and is none: SQL, CSS, class names, keys, addresses. */
const CODE =
  /^(SELECT|INSERT|UPDATE|DELETE|CREATE|PRAGMA|WITH|ALTER|DROP|BEGIN)\b|[{};]|^[a-z-]+:|\b(flex|grid|rounded|border|bg|text|px|mt|min|max)-[\w[]|^\S*\/\S*$|=>|^[\w.-]+$(?<![A-Z]\w*)/

interface Said {
  readonly line: number
  readonly words: string
}
type Node = { type: string; start: number; [key: string]: unknown }

function saidIn(file: string): Said[] {
  const text = readFileSync(file, 'utf8')
  const { program } = parseSync(file, text)
  const said: Said[] = []
  const lineOf = (at: number) => text.slice(0, at).split('\n').length
  const say = (at: number, words: string) => {
    const plain = words.replace(/\s+/g, ' ').trim()
    // One word alone is said where it begins as a label does.
    if (!/\p{L}/u.test(plain) || CODE.test(plain) || !/ |^\p{Lu}\p{Ll}/u.test(plain)) return
    said.push({ line: lineOf(at), words: plain })
  }
  const walk = (node: unknown): void => {
    if (Array.isArray(node)) return node.forEach(walk)
    if (!node || typeof node !== 'object' || !('type' in node)) return
    const one = node as Node
    if (/^(Import|TS|ExportAll)/.test(one.type) && !/^TS(AsExpression|NonNull|Satisfies)/.test(one.type)) return
    if (one.type === 'JSXAttribute' && UNREAD.test((one.name as { name?: string }).name ?? '')) return
    if (one.type === 'JSXText') return say(one.start, one.value as string)
    if (one.type === 'Literal' && typeof one.value === 'string') return say(one.start, one.value)
    if (one.type === 'TemplateLiteral') {
      const parts = one.quasis as { value: { cooked: string } }[]
      say(one.start, parts.map(({ value }) => value.cooked).join('…'))
    }
    Object.values(one).forEach(walk)
  }
  walk(program)
  return said
}

const asked = process.argv.slice(2)
for (const folder of FOLDERS) {
  for (const name of readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' }).sort()) {
    if (!/\.tsx?$/.test(name) || /\.test\.|testing\/|zod-without/.test(name)) continue
    const file = path.join(folder, name)
    if (asked.length > 0 && !asked.some((part) => file.includes(part))) continue
    const said = saidIn(path.join(root, file))
    if (said.length === 0) continue
    console.log(`\n${file}`)
    for (const { line, words } of said) console.log(`${String(line).padStart(5)}  ${words}`)
  }
}
