import type { ListPages } from '../../core/page/list-pages.ts'
import type { FeedFile, LaterList, PostStandsAnswer, PutPostRequest } from '../../core/wire/blog-host.ts'

/** Where posts are sent. Every failure is a refusal that says which side it lay on; every request may be made twice. */
export interface Destination {
  readonly url: string
  /** which of these files it does not have */
  readonly missingFiles: (files: readonly string[]) => Promise<string[]>
  readonly putFile: (name: string, bytes: Buffer) => Promise<void>
  /** Shows the post, all of whose files are there; gives the address at which it can be read. */
  readonly putPost: (id: string, post: PutPostRequest) => Promise<string>
  /** How the post stands there; undefined where it never was. */
  readonly postStands: (id: string) => Promise<PostStandsAnswer | undefined>
  /** The most that one post may have, bytes of `postBytes`. */
  readonly largestPost: () => Promise<number>
  /** Takes the post back; one that is not there is taken back already. */
  readonly withdrawPost: (id: string) => Promise<void>
  /** the front page, with the list's other pages, now and at set times */
  readonly putList: (
    list: ListPages & { readonly feeds: readonly FeedFile[]; readonly later: readonly LaterList[] },
  ) => Promise<void>
}
