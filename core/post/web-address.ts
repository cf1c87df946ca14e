import { z } from 'zod'

const SCHEMES = ['http:', 'https:', 'mailto:', 'tel:']

/** An address is relative where it stays with two hosts that have nothing in common. */
const BASES = ['http://one.invalid/a/b/c', 'https://two.invalid/d/']

/** What looks like nothing at the ends of an address: blanks of every kind, controls, marks without a width. */
const UNSEEN = String.raw`[\s\p{Cc}\p{Cf}\p{Zs}\p{Zl}\p{Zp}\u115f\u1160\u3164\uffa0]+`
const AT_ENDS = new RegExp(`^${UNSEEN}|${UNSEEN}$`, 'gu')
/** What the parser leaves as it is or takes away, and what markup or people could read otherwise. */
const TO_ENCODE = /[\p{Cc}\p{Cf}\p{Z}"<>]|[^\0-\x7f]/gu
/** What parsers are not of one mind about: encoded, all read it alike. */
const DIFFERENTLY = /[|^`{}]/g
const alike = (href: string): string => href.replace(DIFFERENTLY, (letter) => encodeURIComponent(letter))

/**
 * The address as it stands in a page, or undefined where readers can't be sent there: the one function that decides.
 * It is parsed as browsers parse (WHATWG URL), and what is given back is what was parsed: http, https, mailto and tel in
 * full, a relative one encoded. `webAddress(' HTTP://Example.org/a b')` is "http://example.org/a%20b".
 */
export function webAddress(written: string): string | undefined {
  const text = written.replace(AT_ENDS, '')
  if (text === '') return undefined
  if (text.startsWith('//')) return absolute(`https:${text}`)
  return URL.canParse(text) ? absolute(text) : relative(text)
}

function absolute(text: string): string | undefined {
  if (!URL.canParse(text)) return undefined
  const { href: parsed, protocol } = new URL(text)
  const href = alike(parsed)
  // Once more: what is written must be read as what it was.
  return SCHEMES.includes(protocol) && URL.canParse(href) && new URL(href).href === href ? href : undefined
}

function relative(text: string): string | undefined {
  const whole = text.replace(/[\t\n\r]/g, '').replace(/\p{Cs}/gu, '\ufffd')
  const href = alike(whole.replace(TO_ENCODE, (letter) => encodeURIComponent(letter)))
  const same = BASES.every((base) => {
    if (!URL.canParse(text, base) || !URL.canParse(href, base)) return false
    const [meant, read, from] = [new URL(text, base), new URL(href, base), new URL(base)]
    return (
      alike(meant.href) === read.href && read.protocol === from.protocol && read.host === from.host && !read.username
    )
  })
  return same ? href : undefined
}

/** True for http, https, mailto, tel and relative addresses. */
export const isSafeAddress = (address: string): boolean => webAddress(address) !== undefined

/** An address a reader may be sent to, as it was typed. */
export const WebAddress = z
  .string()
  .max(2000)
  .refine(isSafeAddress, 'expected a web address starting with http://, https://, mailto:, tel: or a path of this blog')
