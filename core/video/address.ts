/** Which addresses are videos of a provider, as oEmbed 1.0 has them: patterns with `*` for any letters (section 4.1). */
export interface VideoProvider {
  readonly name: string
  /** of addresses that the provider answers for */
  readonly addresses: readonly string[]
}

/** Whether the address is one of these. A star in the host stands for one part of its name or several, never for a slash. */
export function isOf(provider: VideoProvider, address: string): boolean {
  if (!URL.canParse(address)) return false
  const url = new URL(address)
  if (!/^https?:$/.test(url.protocol) || url.username || url.password) return false
  return provider.addresses.some((pattern) => patternOf(pattern).test(url.href))
}

function patternOf(pattern: string): RegExp {
  const [, start = '', host = '', rest = ''] = /^(https?:\/\/)([^/]*)(.*)$/.exec(pattern) ?? []
  const literal = (text: string) => text.replace(/[.+?^${}()|[\]\\]/g, '\\$&')
  return new RegExp(
    `^${literal(start)}${literal(host).replaceAll('*', '[^/]+')}${literal(rest).replaceAll('*', '.*')}$`,
  )
}

/**
 * The address of a video in what was pasted: alone on its line, or the address of the frame in embed code, of which
 * nothing else is taken. undefined where the text is anything else.
 */
export function videoAddressIn(text: string, providers: readonly VideoProvider[]): string | undefined {
  const words = text.trim()
  if (words.length > 5000) return undefined
  const found = /^https?:\/\/\S+$/.test(words)
    ? [words]
    : /^<\w[^]*>$/.test(words)
      ? [...words.matchAll(/\b(?:src|href|cite)\s*=\s*(?:"([^"]*)"|'([^']*)')/gi)].map((match) => match[1] ?? match[2]!)
      : []
  const plain = found.map((address) => address.replaceAll('&amp;', '&').replace(/^\/\//, 'https://'))
  return plain.find((address) => providers.some((provider) => isOf(provider, address)))
}
