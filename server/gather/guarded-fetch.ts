import { type LookupAddress, lookup as systemLookup } from 'node:dns'
import type { LookupFunction, Socket } from 'node:net'
import type { Readable } from 'node:stream'
import ipaddr from 'ipaddr.js'
import { Agent, buildConnector, request } from 'undici'
import { Refusal } from '../refusal.ts'

/** An answer from the web, its body not read yet. */
export interface WebAnswer {
  /** after redirects */
  readonly address: string
  readonly status: number
  /** media type without parameters, small letters */
  readonly type: string
  /** bytes, where they were told and are not packed */
  readonly length: number | undefined
  readonly body: Readable
}

export interface GuardedFetch {
  readonly get: (address: string, signal: AbortSignal) => Promise<WebAnswer>
  readonly close: () => Promise<void>
}

interface FetchDeps {
  /** hosts with ports, such as "127.0.0.1:4312", that are asked wherever they are: stand-ins of this machine */
  readonly letIn?: readonly string[]
  /** how names are resolved; the system's where left out */
  readonly lookup?: typeof systemLookup
}

const MOST_REDIRECTS = 5
const CONNECT_MS = 10_000
const SILENCE_MS = 20_000
const OWN_NETWORK = 'OWN_NETWORK'

class OwnNetwork extends Error {
  readonly code = OWN_NETWORK
}

/**
 * Whether a machine with this address is somewhere out there, and not this one or in its networks. Only plain global
 * unicast is, of the sixth version 2000::/3: forms that carry another address inside may lead back here.
 */
export function isPublic(address: string): boolean {
  if (!ipaddr.isValid(address)) return false
  const parsed = ipaddr.parse(address)
  return parsed.range() === 'unicast' && (parsed.kind() === 'ipv4' || (parsed.toByteArray()[0]! & 0xe0) === 0x20)
}

/** Fetches from the web and from nowhere else: the address is checked when the connection is made, and again at each redirect. */
export function guardedFetch({ letIn = [], lookup = systemLookup }: FetchDeps = {}): GuardedFetch {
  const guarded: LookupFunction = (hostname, options, callback) => {
    lookup(hostname, { ...options, all: true }, (error, addresses: LookupAddress[]) => {
      if (error) return callback(error, '')
      const reachable = addresses.filter(({ address }) => isPublic(address))
      const [first] = reachable
      if (!first) return callback(new OwnNetwork(`${hostname} is in this machine’s own network`), '')
      if (options.all) callback(null, reachable)
      else callback(null, first.address, first.family)
    })
  }
  const connector = (guard: boolean) => {
    const connect = buildConnector({ timeout: CONNECT_MS, ...(guard ? { lookup: guarded } : {}) })
    const checked: typeof connect = (options, callback) =>
      connect(options, (...answer) => {
        const [error, socket] = answer
        // Whatever name or number it was reached by: what counts is where it is.
        if (error || !guard || isPublic((socket as Socket).remoteAddress ?? '')) return callback(...answer)
        socket?.destroy()
        callback(new OwnNetwork('connected to this machine’s own network'), null)
      })
    return checked
  }
  const limits = { headersTimeout: SILENCE_MS, bodyTimeout: SILENCE_MS, maxHeaderSize: 32_768, pipelining: 0 }
  const outside = new Agent({ ...limits, connect: connector(true) })
  const inside = new Agent({ ...limits, connect: connector(false) })

  async function once(url: URL, mayBeInside: boolean, signal: AbortSignal) {
    const within = mayBeInside && letIn.includes(url.host)
    // A number is not looked up, so it is looked at here too.
    const literal = url.hostname.replace(/^\[|\]$/g, '')
    if (!within && ipaddr.isValid(literal) && !isPublic(literal)) throw new OwnNetwork(literal)
    return request(url, {
      dispatcher: within ? inside : outside,
      signal,
      headers: { accept: 'image/*, text/html;q=0.5, */*;q=0.3', 'user-agent': 'SetRow', 'accept-encoding': 'identity' },
    })
  }

  return {
    async get(address, signal) {
      let url = urlOf(address)
      // What is out there does not lead to what is in here, be it let in.
      const mayBeInside = letIn.includes(url.host)
      for (let hop = 0; ; hop++) {
        const answer = await once(url, mayBeInside, signal).catch((error: unknown) => {
          throw refusalFor(error, url, signal)
        })
        const { statusCode, headers, body } = answer
        const next = one(headers.location)
        if (statusCode < 300 || statusCode >= 400 || next === undefined) {
          const length = Number(one(headers['content-length']))
          const packed = (one(headers['content-encoding']) ?? 'identity') !== 'identity'
          return {
            address: url.href,
            status: statusCode,
            type: (one(headers['content-type']) ?? '').split(';')[0]!.trim().toLowerCase(),
            length: packed || !Number.isFinite(length) ? undefined : length,
            body,
          }
        }
        body.on('error', () => {}).destroy()
        if (hop === MOST_REDIRECTS) throw new Refusal('address-goes-round', { host: url.host })
        if (!URL.canParse(next, url)) throw new Refusal('address-unreadable')
        url = urlOf(new URL(next, url).href)
      }
    },
    close: async () => void (await Promise.all([outside.close(), inside.close()])),
  }
}

const one = (header: string | string[] | undefined): string | undefined => (Array.isArray(header) ? header[0] : header)

/** The address as a browser reads it. Only http and https, and never with a name and a password in it. */
export function urlOf(address: string): URL {
  const given = address.trim()
  const text = /^[a-z][a-z0-9+.-]*:/i.test(given) ? given : `https://${given.replace(/^\/+/, '')}`
  if (!URL.canParse(text)) throw new Refusal('address-unreadable')
  const url = new URL(text)
  if (!/^https?:$/.test(url.protocol) || url.username || url.password || url.hostname === '')
    throw new Refusal('address-unreadable')
  url.hash = ''
  return url
}

function refusalFor(error: unknown, url: URL, signal: AbortSignal): unknown {
  const { code, name } = error as { code?: string; name?: string }
  if (error instanceof Refusal) return error
  if (code === OWN_NETWORK) return new Refusal('address-inside', { host: url.host })
  if (name === 'AbortError' && signal.reason instanceof Refusal) return signal.reason
  return new Refusal('address-away', { host: url.host })
}
