import path from 'node:path'
import { Readable } from 'node:stream'
import { fileTypeFromBuffer } from 'file-type'
import { Refusal } from '../refusal.ts'
import { type GuardedFetch, urlOf, type WebAnswer } from './guarded-fetch.ts'
import { picturesOfPage } from './pictures-of-page.ts'
import { readBody } from './read-body.ts'
import type { FoundFile, OpenedFile } from './source.ts'

/** Of a page so much is read to find its pictures, bytes. */
const LARGEST_PAGE = 3_000_000
/** Enough to tell a page from a picture. */
const HEAD = 4100
const PAGE_TYPE = /^(text\/html|application\/xhtml\+xml)$/
const LOOKS_LIKE_A_PAGE = /^\s*(<!--[^]*?-->\s*)*<(!doctype\s+html|html|head|body)\b/i

/** Addresses that are videos: each is one picture, whatever else its page names. */
export interface VideoAddresses {
  readonly isVideo: (address: string) => boolean
  readonly file: (address: string) => FoundFile
}

/** Pictures by their web addresses, as the user gave them. `page` is where they were found. */
export function webSource(
  fetcher: GuardedFetch,
  addresses: readonly string[],
  page?: string,
  videos?: VideoAddresses,
): FoundFile[] {
  return addresses.map((address) =>
    videos?.isVideo(address)
      ? videos.file(address)
      : {
          name: fileNameOf(address),
          bytes: null,
          open: (signal) => openAddress(fetcher, address, page, signal),
        },
  )
}

/** The last part of the address, as it is read; the whole without its beginning, where that is no file's name. */
export function fileNameOf(address: string): string {
  try {
    const url = urlOf(address)
    const last = path.posix.basename(url.pathname)
    return /\.\w{2,5}$/.test(last) ? decoded(last) : `${url.host}${decoded(url.pathname)}`.replace(/\/$/, '')
  } catch {
    return address.slice(0, 200)
  }
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}

async function openAddress(
  fetcher: GuardedFetch,
  address: string,
  page: string | undefined,
  signal: AbortSignal,
): Promise<OpenedFile> {
  let answer = await fetcher.get(address, signal)
  let remark: string | undefined
  if (answer.status === 404 || answer.status === 410) {
    drop(answer)
    const other = inOtherCase(address)
    const second = other && (await fetcher.get(other, signal))
    if (!second || second.status >= 300) {
      if (second) drop(second)
      throw new Refusal('address-not-found', { host: urlOf(address).host })
    }
    answer = second
    remark = `It was found at ${other}: the address was right but for the case of its letters.`
  }
  if (answer.status >= 300) {
    drop(answer)
    throw new Refusal(answer.status >= 500 ? 'address-ill' : 'address-refused', {
      host: urlOf(address).host,
      status: answer.status,
    })
  }
  const { head, body } = await withHead(answer.body)
  if (await isPage(answer.type, head)) {
    const html = (await readBody(body, LARGEST_PAGE)).bytes.toString('utf8')
    const named = picturesOfPage(html, answer.address)
    throw new Refusal('address-is-page', {}, named)
  }
  return {
    body,
    ...(answer.length === undefined ? {} : { announced: answer.length }),
    texts: { source: page ?? answer.address },
    ...(remark ? { remark } : {}),
  }
}

const drop = ({ body }: WebAnswer): void => void body.on('error', () => {}).destroy()

/** What the bytes are decides: a server may call a picture a page, and a page a picture. */
async function isPage(type: string, head: Buffer): Promise<boolean> {
  const known = await fileTypeFromBuffer(head)
  if (known && known.mime !== 'application/xml') return false
  return LOOKS_LIKE_A_PAGE.test(head.toString('utf8')) || PAGE_TYPE.test(type)
}

/** The same address with the last part in small letters, or where it has none but small ones, its ending in capitals. */
export function inOtherCase(address: string): string | undefined {
  const url = urlOf(address)
  const at = url.pathname.lastIndexOf('/') + 1
  const last = url.pathname.slice(at)
  const small = last.toLowerCase()
  const other = small !== last ? small : last.replace(/\.\w+$/, (ending) => ending.toUpperCase())
  if (other === last) return undefined
  url.pathname = url.pathname.slice(0, at) + other
  return url.href
}

/** The first bytes, and the whole from the beginning. */
async function withHead(stream: Readable): Promise<{ head: Buffer; body: Readable }> {
  const chunks: Buffer[] = []
  let length = 0
  const reader = stream[Symbol.asyncIterator]() as AsyncIterator<Buffer>
  while (length < HEAD) {
    const { done, value } = await reader.next()
    if (done) break
    chunks.push(value)
    length += value.length
  }
  async function* all() {
    yield* chunks
    for (let next = await reader.next(); !next.done; next = await reader.next()) yield next.value
  }
  return { head: Buffer.concat(chunks).subarray(0, HEAD), body: Readable.from(all(), { objectMode: false }) }
}
