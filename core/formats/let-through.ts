import { z } from 'zod'
import { type Block, rowsOf } from '../post/body.ts'
import type { PostContent } from '../post/post.ts'
import { count } from '../words/numbers.ts'
import { type Element, isElement, type Node, parsePage } from './incoming/tree.ts'
import type { PastedPost } from './in-place.ts'
import { lostIn, type Strength } from './pasting.ts'

/**
 * What another blog's host leaves of the HTML that it is sent: found out by a trial post, read back from the page that
 * readers have. Styles: whole, without what needs functions, or none.
 */
export const LetThrough = z.object({
  styles: z.enum(['whole', 'plain', 'none']),
  figures: z.boolean(),
  tables: z.boolean(),
  code: z.boolean(),
  /** struck, raised and lowered letters */
  letters: z.boolean(),
  links: z.boolean(),
  alts: z.boolean(),
  widths: z.boolean(),
})
export type LetThrough = z.infer<typeof LetThrough>

/** Of a host whose page can't be read: what any lets through. */
export const BARE_AT_MOST: LetThrough = {
  styles: 'none',
  figures: false,
  tables: false,
  code: false,
  letters: false,
  links: true,
  alts: true,
  widths: false,
}

/** The one piece of markup of each kind that is tried; `mark` tells this trial from any other text. */
const PROBES = {
  function: (mark) =>
    `<div style="display:flex;width:max(10%,min(90%,(400px - 100%) * 99999))"><p>${mark}</p><p>and more</p></div>`,
  plain: (mark) => `<div style="float:left;width:50%"><p>${mark}</p></div>`,
  figure: (mark) => `<figure><figcaption>${mark}</figcaption></figure>`,
  table: (mark) => `<table><tbody><tr><td>${mark}</td></tr></tbody></table>`,
  code: (mark) => `<pre><code>${mark}</code></pre>`,
  struck: (mark) => `<p><s>${mark}</s></p>`,
  raised: (mark) => `<p>x<sup>${mark}</sup></p>`,
  link: (mark) => `<p><a href="https://picture.invalid/${mark}">${mark}</a></p>`,
  image: (mark) => `<p><img src="https://picture.invalid/${mark}.png" alt="${mark}" width="40" height="30"></p>`,
} satisfies Record<string, (mark: string) => string>
type Probe = keyof typeof PROBES
const NAMES = Object.keys(PROBES) as Probe[]

const markOf = (token: string, probe: Probe) => `${token}${probe}`

/** The body of the trial post. `token`: letters and figures that stand nowhere else. */
export const trialHtml = (token: string): string =>
  [
    '<p>Set Row tries out what this blog lets through, and takes this post back at once.</p>',
    ...NAMES.map((name) => PROBES[name](markOf(token, name))),
  ].join('\n')

/** What is left of each probe: the elements around its mark, innermost first, or the picture that bears it. */
function found(page: string, token: string): Map<Probe, Element[]> {
  const left = new Map<Probe, Element[]>()
  const stack: { node: Node; around: readonly Element[] }[] = [{ node: parsePage(page).body, around: [] }]
  for (let next = stack.pop(); next; next = stack.pop()) {
    const { node, around } = next
    const text = isElement(node) ? (node.attrs.alt ?? '') : node.text
    const here = isElement(node) ? [node, ...around] : [...around]
    for (const name of NAMES) if (!left.has(name) && text.includes(markOf(token, name))) left.set(name, here)
    if (isElement(node)) for (const child of node.children) stack.push({ node: child, around: here })
  }
  return left
}

/** Reads the trial back from its page; null where it does not stand there. */
export function readTrial(page: string, token: string): LetThrough | null {
  const left = found(page, token)
  if (left.size === 0) return null
  const has = (probe: Probe, tag: string) => (left.get(probe) ?? []).some((element) => element.tag === tag)
  // Only the nearest that has a style: the page around it is the host's own.
  const style = (probe: Probe) => {
    const nearest = (left.get(probe) ?? []).slice(0, 2).map(({ attrs }) => attrs.style ?? '')
    return nearest.join(';').toLowerCase()
  }
  const whole = style('function')
  const image = left.get('image')?.[0]
  const [link] = left.get('link') ?? []
  return {
    styles:
      whole.includes('flex') && whole.includes('max(')
        ? 'whole'
        : /width:\s*50%/.test(style('plain'))
          ? 'plain'
          : 'none',
    figures: has('figure', 'figure') && has('figure', 'figcaption'),
    tables: has('table', 'table'),
    code: has('code', 'pre'),
    letters: (has('struck', 's') || has('struck', 'del') || has('struck', 'strike')) && has('raised', 'sup'),
    links: link?.tag === 'a' && (link.attrs.href ?? '').includes(markOf(token, 'link')),
    alts: image?.tag === 'img',
    widths: image?.tag === 'img' && image.attrs.width === '40',
  }
}

/** The strongest form that is worth sending. */
export const strengthFor = ({ styles }: LetThrough): Strength => (styles === 'none' ? 'bare' : 'in-place')

const blocksOf = ({ body }: PostContent, type: Block['type']): number =>
  body.content.filter((block) => block.type === type).length

/** What of a post is not on another blog what it is here, in words: what the form leaves out, then what the host takes away. */
export function lostElsewhere(post: PastedPost, lets: LetThrough): string[] {
  const { content } = post
  const all = rowsOf(content.body)
  const rows = all.length
  const cells = all.filter((row) => row.kind === 'gallery' && row.gallery.form === 'cells').length
  const inner = JSON.stringify(content.body)
  const tables = blocksOf(content, 'table')
  const code = blocksOf(content, 'codeBlock')
  const taken: (string | false)[] = [
    rows > 0 && lets.styles === 'plain' && 'Rows keep the proportions that they have on a phone, at every width',
    cells > 0 &&
      lets.styles === 'plain' &&
      `${count(cells, 'gallery', 'galleries')} of even cells: its pictures whole, not cropped`,
    rows > 0 && lets.styles === 'none' && !lets.widths && 'Pictures are as wide as that blog makes them',
    !lets.alts && rows > 0 && 'Alt texts',
    !lets.links && inner.includes('"link"') && 'Links',
    !lets.tables && tables > 0 && `${count(tables, 'table')}: as loose text`,
    !lets.code && code > 0 && `${count(code, 'block')} of code: as loose text`,
    !lets.letters && /"(strike|subscript|superscript)"/.test(inner) && 'Struck, raised and lowered letters',
  ]
  return [...lostIn(post, strengthFor(lets)), ...taken.filter((one) => one !== false)]
}
