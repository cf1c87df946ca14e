import { Problem } from '../../core/wire/problem.ts'
import { counted } from './under-way.ts'

/** How the server is asked, and what it is when it does not answer. */

/** The server refused, and said why. */
export class Refused extends Error {
  override name = 'Refused'
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.message)
  }
}

/** The server could not be reached. */
export class Away extends Error {
  override name = 'Away'
  constructor() {
    super('Set Row’s server does not answer. What you write is kept in this browser.')
  }
}

/** Status of answers that trying again would not change. A missing key is asked for, and then it goes on. */
const FINAL = /^4(?!01|08|29)/

/** A refusal is the writer's to act on; every other failure is tried again. */
export const isTriedAgain = (error: unknown): boolean => !(error instanceof Refused && FINAL.test(String(error.status)))

export const sent = (method: string, body?: unknown): RequestInit => ({
  method,
  ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
})

/** Where no answer comes; where it was given up, that. */
export function noAnswer(error: unknown): never {
  throw (error as Error).name === 'AbortError' ? error : new Away()
}

export async function refusalOf(response: Response): Promise<Refused> {
  const problem = Problem.safeParse(await response.json().catch(() => undefined))
  return new Refused(
    response.status,
    problem.data ?? { code: 'internal', message: 'Set Row’s server answered in a way that could not be read.' },
  )
}

export async function ask(method: string, place: string, body?: unknown): Promise<unknown> {
  const response = await fetch(`/api/${place}`, sent(method, body)).catch(noAnswer)
  if (!response.ok) throw await refusalOf(response)
  if (response.status === 204) return undefined
  return response.json().catch(() => {
    throw new Away()
  })
}

/** Asks for something to be done, that somebody waits for. */
export const act = (method: string, place: string, body?: unknown): Promise<unknown> =>
  counted(ask(method, place, body))

/** An answer that comes line by line, each of them JSON. */
export async function lines(
  place: string,
  body: unknown,
  signal: AbortSignal,
  tell: (line: unknown) => void,
): Promise<void> {
  const response = await fetch(`/api/${place}`, { ...sent('POST', body), signal }).catch(noAnswer)
  if (!response.ok) throw await refusalOf(response)
  let rest = ''
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  for (;;) {
    const { done, value = '' } = await reader.read().catch(noAnswer)
    const whole = (rest + value).split('\n')
    rest = whole.pop()!
    for (const line of whole) tell(JSON.parse(line))
    if (done) return
  }
}

/** An answer that is a file for the program itself. */
export async function bytes(place: string, signal: AbortSignal): Promise<Blob> {
  const response = await fetch(`/api/${place}`, { signal }).catch(noAnswer)
  if (!response.ok) throw await refusalOf(response)
  return response.blob().catch(noAnswer)
}

/** A file as readers of the blog get it. */
export async function publicFile(name: string, signal: AbortSignal): Promise<Uint8Array<ArrayBuffer>> {
  const response = await fetch(`/files/${name}`, { signal }).catch(noAnswer)
  if (!response.ok) throw await refusalOf(response)
  return new Uint8Array(await response.arrayBuffer().catch(noAnswer))
}

/** A file on its way: how many bytes of it are here, and how it is given up. */
export interface OnItsWay {
  readonly signal: AbortSignal
  readonly tell: (bytes: number) => void
}

/** An answer that is a file made for this request, with the name that it has. */
export async function file(
  place: string,
  body: unknown,
  { signal, tell }: OnItsWay,
): Promise<{ blob: Blob; name: string; headers: Headers }> {
  const response = await fetch(`/api/${place}`, { ...sent('POST', body), signal }).catch(noAnswer)
  if (!response.ok) throw await refusalOf(response)
  const { headers } = response
  const chunks: Uint8Array<ArrayBuffer>[] = []
  let bytes = 0
  const reader = response.body!.getReader()
  for (let next = await reader.read().catch(noAnswer); !next.done; next = await reader.read().catch(noAnswer)) {
    chunks.push(next.value)
    tell((bytes += next.value.length))
  }
  const [, name = 'file'] = /filename\*=UTF-8''(\S+)/.exec(headers.get('content-disposition') ?? '') ?? []
  const type = headers.get('content-type') ?? 'application/octet-stream'
  return { blob: new Blob(chunks, { type }), name: decodeURIComponent(name), headers }
}

/** `query({ words: 'kite', after: undefined })` is "?words=kite". */
export function query(values: Record<string, string | undefined>): string {
  const given = Object.entries(values).filter((entry): entry is [string, string] => Boolean(entry[1]))
  return given.length ? `?${new URLSearchParams(given)}` : ''
}
