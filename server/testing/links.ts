import path from 'node:path'

/** What pages and style sheets of a site name, by their paths from the top. `base` is the address that it is for. */
export function readBlogLinks(files: ReadonlyMap<string, Buffer>, base = 'http://nowhere.invalid/') {
  const named = new Set<string>(['index.html'])
  const missing: string[] = []
  const follow = (from: string, address: string) => {
    const whole = address.trim().replace(/[?#].*$/, '')
    const own = whole.startsWith(base)
    const place = own ? whole.slice(base.length) : whole
    if (own && (place === '' || place.endsWith('/'))) return
    if (place === '' || /^([a-z][a-z0-9+.-]*:|\/\/)/i.test(place)) return
    const target = path.posix.normalize(path.posix.join(own ? '.' : path.posix.dirname(from), decodeURI(place)))
    named.add(target)
    if (!files.has(target)) missing.push(`${from}: ${address}`)
  }
  for (const [from, bytes] of files) {
    const text = /\.(html|css)$/.test(from) ? bytes.toString() : ''
    if (from.endsWith('.html')) {
      for (const [, name, value] of text.matchAll(
        /\s(href|src|srcset|poster|content|data-(?:enlarge|gallery|slideshow|video)[a-z-]*)="([^"]*)"/g,
      ))
        if (name === 'srcset') for (const part of value!.split(',')) follow(from, part.trim().split(/\s+/)[0]!)
        else if (name === 'content') follow(from, value!.startsWith(base) ? value! : '')
        else if (!name!.startsWith('data-')) follow(from, value!)
        else if (/\.(js|css)$/.test(value!)) follow(`files/x`, value!)
    }
    for (const [, value] of text.matchAll(/url\(\s*["']?([^"')]+)/g)) follow(from, value!)
  }
  const unnamed = [...files.keys()].filter((one) => !named.has(one)).sort()
  return { named, missing, unnamed }
}
