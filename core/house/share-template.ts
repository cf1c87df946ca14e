import { z } from 'zod'

/** What a share address and the words that go along are filled from. */
export interface Shared {
  /** full web address of the picture's page, or of its place in the post */
  readonly address: string
  /** full web address of the picture's file */
  readonly picture: string
  /** words that go along */
  readonly text: string
}

/** An address with {address}, {picture} and {text} in it, to which a reader is sent to share a picture. */
export const ShareTemplate = z
  .string()
  .max(500)
  .regex(/^(https?:\/\/[^\s/{}]+(\/|\?|$)|mailto:)/, 'expected an address starting with https://, http:// or mailto:')
  .refine((address) => /\{(address|picture)\}/.test(address), 'expected {address} or {picture} in it')

/** `fillAddress("mailto:?body={address}", …)`: every value is percent-encoded, so that it stays one value. */
export const fillAddress = (template: string, shared: Shared): string =>
  template.replace(/\{(address|picture|text)\}/g, (_, name: keyof Shared) =>
    // Half a letter has no code of its own.
    encodeURIComponent(shared[name].replace(/\p{Cs}/gu, '\ufffd')),
  )

/** Words with {title}, {caption}, {post} and {blog} in them. Where the title is empty, the caption stands for it, and the other way round. */
export function fillWords(
  template: string,
  { title, caption, post, blog }: { title: string; caption: string; post: string; blog: string },
): string {
  const words: Record<string, string> = {
    title: title || caption || post,
    caption: caption || title || post,
    post,
    blog,
  }
  return template.replace(/\{(title|caption|post|blog)\}/g, (_, name: string) => words[name]!)
}
