import { z } from 'zod'

const SAFE_SCHEMES = ['http', 'https', 'mailto']

/**
 * True for http, https, mailto and relative addresses.
 * Control characters and spaces are looked through first, as browsers do: "java\nscript:" is a scheme too.
 */
export function isSafeAddress(address: string): boolean {
  const bare = [...address].filter((letter) => letter.charCodeAt(0) > 0x20).join('')
  if (bare === '' || bare.startsWith('\\')) return false
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(bare)?.[1]
  return scheme === undefined || SAFE_SCHEMES.includes(scheme.toLowerCase())
}

/** An address a reader may be sent to. */
export const WebAddress = z
  .string()
  .max(2000)
  .refine(isSafeAddress, 'expected a web address starting with http://, https://, mailto: or a path of this blog')

/** The address as it may stand in a page: characters that addresses cannot hold are percent-encoded. */
export const hrefOf = (address: string): string =>
  address.trim().replace(/[\s"<>\\^`{|}]/g, (letter) => encodeURIComponent(letter))
