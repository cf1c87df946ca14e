import { XMLParser } from 'fast-xml-parser'
import { tidy } from './text-encodings.ts'

/** XMP (ISO 16684-1): the properties that describe a picture, by namespace and name, whatever prefixes the file uses. */
export interface Xmp {
  /** the one text, the alternative in the right language, or the first of several */
  readonly text: (property: string) => string
  /** every item of a list */
  readonly list: (property: string) => string[]
}

const NAMESPACES: Record<string, string> = {
  'http://purl.org/dc/elements/1.1/': 'dc',
  'http://ns.adobe.com/photoshop/1.0/': 'photoshop',
  'http://ns.adobe.com/xap/1.0/': 'xmp',
  'http://ns.adobe.com/exif/1.0/': 'exif',
  'http://ns.adobe.com/tiff/1.0/': 'tiff',
  'http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/': 'iptc',
  'http://www.w3.org/1999/02/22-rdf-syntax-ns#': 'rdf',
  'http://ns.adobe.com/xmp/note/': 'note',
  'http://www.w3.org/XML/1998/namespace': 'xml',
}
const XML = 'http://www.w3.org/XML/1998/namespace'
/** Deeper nesting is no description of a picture. */
const MOST_DEPTH = 60

// Entities are resolved here, and only those that need no declaration: a document may declare what explodes.
const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: false,
  trimValues: false,
  parseTagValue: false,
  parseAttributeValue: false,
  cdataPropName: '#cdata',
})

interface Element {
  /** `dc:title` by our own prefixes; '' where the namespace is none of these */
  readonly name: string
  readonly attributes: ReadonlyMap<string, string>
  readonly children: readonly Element[]
  readonly text: string
}

interface Value {
  readonly language: string
  readonly text: string
}

export const NO_XMP: Xmp = { text: () => '', list: () => [] }

/** Reads a packet; one that is no XML counts as absent. `language` is preferred where there is no default alternative. */
export function readXmp(packet: Buffer, language = 'en'): Xmp {
  let tree: Element[]
  try {
    const source = decode(packet).replace(/<!DOCTYPE[^[>]*(\[[^\]]*\])?[^>]*>/i, '')
    tree = elementsOf(parser.parse(source) as Parsed[], new Map([['xml', XML]]), 0)
  } catch {
    return NO_XMP
  }
  const values = new Map<string, Value[]>()
  collect(tree, values)
  return {
    list: (property) => (values.get(property) ?? []).map(({ text }) => text),
    text: (property) => {
      const all = values.get(property) ?? []
      const byLanguage = (wanted: string) => all.find((one) => one.language.toLowerCase().split('-')[0] === wanted)
      return (all.find((one) => one.language === 'x-default') ?? byLanguage(language) ?? all[0])?.text ?? ''
    },
  }
}

function decode(packet: Buffer): string {
  if (packet[0] === 0xfe && packet[1] === 0xff) return new TextDecoder('utf-16be').decode(packet)
  if (packet[0] === 0xff && packet[1] === 0xfe) return new TextDecoder('utf-16le').decode(packet)
  return new TextDecoder().decode(packet).replaceAll('\0', '')
}

type Parsed = Record<string, unknown>
type Scope = ReadonlyMap<string, string>

function elementsOf(list: readonly Parsed[], around: Scope, depth: number): Element[] {
  if (depth > MOST_DEPTH) return []
  return list.flatMap((one): Element[] => {
    const tag = Object.keys(one).find((key) => key !== ':@')
    if (tag === undefined || tag.startsWith('#') || tag.startsWith('?')) return []
    const given = (one[':@'] ?? {}) as Record<string, string>
    const scope = new Map(around)
    for (const [key, value] of Object.entries(given)) {
      if (key === 'xmlns') scope.set('', value)
      else if (key.startsWith('xmlns:')) scope.set(key.slice(6), value)
    }
    const inside = one[tag] as Parsed[]
    return [
      {
        name: nameIn(tag, scope),
        attributes: new Map(Object.entries(given).map(([key, value]) => [nameIn(key, scope), entities(value)])),
        children: elementsOf(inside, scope, depth + 1),
        text: inside.map(ownText).join(''),
      },
    ]
  })
}

function nameIn(name: string, scope: Scope): string {
  const [prefix, local] = name.includes(':') ? (name.split(':', 2) as [string, string]) : ['', name]
  const own = NAMESPACES[scope.get(prefix) ?? '']
  return own ? `${own}:${local}` : ''
}

function ownText(part: Parsed): string {
  if ('#text' in part) return entities(String(part['#text']))
  if ('#cdata' in part) return (part['#cdata'] as Parsed[]).map((inner) => String(inner['#text'] ?? '')).join('')
  return ''
}

const NAMED: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" }

function entities(text: string): string {
  return text.replace(/&(?:#x([0-9a-f]{1,6})|#(\d{1,7})|(amp|lt|gt|quot|apos));/gi, (whole, hex, decimal, name) => {
    if (name) return NAMED[(name as string).toLowerCase()]!
    const code = hex ? Number.parseInt(hex as string, 16) : Number(decimal)
    return code > 0 && code <= 0x10ffff && !(code >= 0xd800 && code < 0xe000) ? String.fromCodePoint(code) : whole
  })
}

/** Properties are attributes and children of every rdf:Description. */
function collect(elements: readonly Element[], into: Map<string, Value[]>): void {
  const add = (property: string, values: readonly Value[]) => {
    const told = values.map(({ language, text }) => ({ language, text: tidy(text) })).filter(({ text }) => text)
    if (property && told.length) into.set(property, [...(into.get(property) ?? []), ...told])
  }
  for (const element of elements) {
    if (element.name !== 'rdf:Description') {
      collect(element.children, into)
      continue
    }
    for (const [property, text] of element.attributes) add(property, [{ language: '', text }])
    for (const child of element.children) add(child.name, valuesOf(child))
  }
}

const LISTS = ['rdf:Alt', 'rdf:Bag', 'rdf:Seq']

function valuesOf(element: Element): Value[] {
  const list = element.children.find(({ name }) => LISTS.includes(name))
  if (list) return list.children.filter(({ name }) => name === 'rdf:li').flatMap(valuesOf)
  const language = element.attributes.get('xml:lang') ?? ''
  // A value with qualifiers stands one level deeper.
  const inner = element.children.find(({ name }) => name === 'rdf:Description') ?? element
  const qualified = inner.children.find(({ name }) => name === 'rdf:value')
  if (qualified) return [{ language, text: qualified.text }]
  return element.children.length ? [] : [{ language, text: element.text }]
}
