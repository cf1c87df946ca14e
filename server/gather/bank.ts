import type { Readable } from 'node:stream'
import { z } from 'zod'
import { BankPage, BankPicture, type BankSearch } from '../../core/wire/picture-bank.ts'
import { Refusal } from '../refusal.ts'
import type { GuardedFetch } from './guarded-fetch.ts'
import { readBody } from './read-body.ts'
import type { FoundFile } from './source.ts'

/** Longest answer that is read, bytes. */
const LONGEST_ANSWER = 2_000_000
const LONGEST_PREVIEW = 1_000_000
const PATIENCE_MS = 15_000

export interface Bank {
  /** whether there is one at all */
  readonly there: boolean
  readonly search: (search: BankSearch) => Promise<BankPage>
  readonly preview: (id: string) => Promise<Buffer>
  readonly files: (ids: readonly string[]) => FoundFile[]
}

/** The picture bank at this address; '' where there is none. */
export function pictureBank(url: string, fetcher: GuardedFetch): Bank {
  async function get(place: string, signal = AbortSignal.timeout(PATIENCE_MS)) {
    if (url === '') throw new Refusal('bank-away')
    const answer = await fetcher.get(`${url}/${place}`, signal).catch(() => {
      throw new Refusal('bank-away')
    })
    if (answer.status === 200) return answer
    answer.body.on('error', () => {}).destroy()
    throw new Refusal(answer.status === 404 ? 'bank-has-not' : 'bank-ill', { status: answer.status })
  }
  async function read<T>(place: string, schema: z.ZodType<T>): Promise<T> {
    const { body } = await get(place)
    const text = (await bytesOf(body, LONGEST_ANSWER)).toString('utf8')
    try {
      return schema.parse(JSON.parse(text))
    } catch {
      throw new Refusal('bank-ill', { status: 200 })
    }
  }
  return {
    there: url !== '',
    search: ({ words, from }) => read(`search?${new URLSearchParams({ words, from: String(from) })}`, BankPage),
    preview: async (id) => bytesOf((await get(`previews/${encodeURIComponent(id)}`)).body, LONGEST_PREVIEW),
    files: (ids) =>
      ids.map((id) => ({
        name: `${id}.jpg`,
        bytes: null,
        async open(signal) {
          const { title, credit, licence, page, tags } = await read(`pictures/${encodeURIComponent(id)}`, BankPicture)
          const { body, length } = await get(`files/${encodeURIComponent(id)}`, signal)
          return {
            body,
            ...(length === undefined ? {} : { announced: length }),
            texts: { title, credit, licence, source: page, tags },
          }
        },
      })),
  }
}

async function bytesOf(body: Readable, most: number): Promise<Buffer> {
  const { bytes, whole } = await readBody(body, most)
  if (!whole) throw new Refusal('bank-ill', { status: 200 })
  return bytes
}
