import { webAddress } from '../../post/web-address.ts'

/** Addresses in what others wrote: of pages, of pictures among the files, and of pictures far away. */

const PICTURE = /\.(jpe?g|png|gif|webp|avif|heic|heif|tiff?|bmp)$/i

/** Whether an address names a picture's file, as far as one can tell from it. */
export function isPictureAddress(address: string): boolean {
  const path = address.replace(/[?#].*$/, '')
  return PICTURE.test(path)
}

/** The full address of what a page names, where the page's own is known; undefined where readers can't be sent there. */
export function fullAddress(address: string, base: string): string | undefined {
  if (base && URL.canParse(address, base)) {
    const { href, protocol } = new URL(address, base)
    return /^(https?|mailto|tel):$/.test(protocol) ? webAddress(href) : undefined
  }
  return webAddress(address)
}

/** Where the file of a picture is: on the web, in the page itself, or at a path from the page's own folder. */
export type PlaceOfFile =
  | { readonly at: 'web'; readonly url: string }
  | { readonly at: 'data'; readonly url: string }
  | { readonly at: 'file'; readonly path: string }
  | { readonly at: 'nowhere' }

/** `folder` is the folder of the text among the files, with a slash at its end, or ''. Paths never lead out of them all. */
export function placeOfFile(src: string, base: string, folder: string): PlaceOfFile {
  const address = src.trim()
  if (/^data:image\//i.test(address)) return { at: 'data', url: address }
  if (/^(https?:)?\/\//i.test(address) || base) {
    const against = base || 'https://nowhere.invalid/'
    if (!URL.canParse(address, against)) return { at: 'nowhere' }
    const { href, protocol } = new URL(address, against)
    return /^https?:$/.test(protocol) ? { at: 'web', url: href } : { at: 'nowhere' }
  }
  if (/^[a-z][a-z0-9+.-]+:/i.test(address)) return { at: 'nowhere' }
  return { at: 'file', path: pathFrom(address.startsWith('/') ? '' : folder, address) }
}

function pathFrom(folder: string, relative: string): string {
  const bare = relative.replace(/[?#].*$/, '').replaceAll('\\', '/')
  const parts = folder.split('/').filter(Boolean)
  for (const part of decoded(bare).split('/'))
    if (part === '..') parts.pop()
    else if (part !== '.' && part !== '') parts.push(part)
  return parts.join('/')
}

export function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}
