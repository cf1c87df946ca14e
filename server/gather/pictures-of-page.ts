import { parse, type DefaultTreeAdapterTypes as Tree } from 'parse5'
import type { PageOfPictures } from '../../core/wire/gathering.ts'

const MOST = 200
const PICTURE_FILE = /\.(jpe?g|png|webp|avif|gif|tiff?|heic|heif)$/i

/** The pictures that a web page names: those it shows, the widest of each, those it links to, and the one it gives for sharing. Nothing in it runs. */
export function picturesOfPage(html: string, page: string): PageOfPictures {
  let base = page
  let title = ''
  const found = new Map<string, string>()
  const add = (address: string | undefined, alt = '') => {
    if (!address || !URL.canParse(address, base)) return
    const url = new URL(address, base)
    url.hash = ''
    if (/^https?:$/.test(url.protocol) && (found.size < MOST || found.has(url.href)))
      found.set(url.href, found.get(url.href) || alt)
  }
  const walk = (node: Tree.ParentNode) => {
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue
      const given = (name: string) => child.attrs.find((one) => one.name === name)?.value
      if (child.tagName === 'base') base = baseOf(given('href'), page)
      if (child.tagName === 'title') title ||= textOf(child)
      if (child.tagName === 'img') add(widestOf(given('srcset')) ?? given('src') ?? given('data-src'), given('alt'))
      if (child.tagName === 'source' && child.parentNode && 'tagName' in child.parentNode)
        if (child.parentNode.tagName === 'picture') add(widestOf(given('srcset')))
      if (child.tagName === 'meta' && /^(og:image|twitter:image)$/.test(given('property') ?? given('name') ?? ''))
        add(given('content'))
      const href = child.tagName === 'a' ? given('href') : undefined
      if (href && PICTURE_FILE.test(href.split(/[?#]/)[0]!)) add(href)
      walk(child.tagName === 'template' && 'content' in child ? child.content : child)
    }
  }
  walk(parse(html))
  return {
    page,
    title: title.trim().slice(0, 300),
    pictures: [...found].map(([address, alt]) => ({ address, alt: alt.trim().slice(0, 300) })),
  }
}

const baseOf = (href: string | undefined, page: string): string =>
  href && URL.canParse(href, page) ? new URL(href, page).href : page

const textOf = (node: Tree.ParentNode): string =>
  node.childNodes.map((child) => ('value' in child ? child.value : '')).join('')

/** Of "a.jpg 320w, b.jpg 1280w" the second. */
function widestOf(srcset: string | undefined): string | undefined {
  const all = (srcset ?? '')
    .split(/,\s+|,(?=https?:)/)
    .map((one) => one.trim().split(/\s+/))
    .filter(([address]) => address)
    .map(([address, size = '1x']) => ({ address: address!, size: Number.parseFloat(size) || 0 }))
  return all.sort((a, b) => b.size - a.size)[0]?.address
}
