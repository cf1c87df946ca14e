import type { Gathered, Gathering } from '../../../core/wire/gathering.ts'
import { PageOfPictures } from '../../../core/wire/gathering.ts'
import { api, Refused } from '../../api/client.ts'
import { pictureStore } from '../../api/queries.ts'
import type { Arrivals, Arriving } from './arrivals.ts'

const EVERY_MS = 400
/** Where the server does not answer it is asked less often. */
const AWAY_MS = 3000

export interface FollowerSides {
  readonly arrivals: Arrivals
  /** pictures are here, in the order of their source; `later` are those that came before them and stand after them */
  readonly arrived: (gathering: Gathering, ids: readonly string[], later: readonly string[]) => void
  /** one that becomes a set has ended: its pictures, in the order of their source */
  readonly whole: (gathering: Gathering, pictures: readonly string[]) => void
}

/** Follows what the server brings in by itself, from any window, until somebody has read how it ended. */
export class GatheringFollower {
  private readonly followed = new Map<string, Gathering>()
  constructor(private readonly sides: FollowerSides) {}

  /** The gathering and the file that a key of the list stands for. */
  static of(key: string): { readonly id: string; readonly place: number } | undefined {
    const [, id, place] = /^g:(\w+):(\d+)$/.exec(key) ?? []
    return id === undefined ? undefined : { id, place: Number(place) }
  }

  async takeUp(): Promise<void> {
    const running = await api.gatherings.list().catch(() => [])
    for (const one of running) void this.follow(one)
  }

  /** `becomesSet`: what it brings is a set once it has ended. */
  async follow(gathering: Gathering, becomesSet = false): Promise<void> {
    const { id } = gathering
    if (this.followed.has(id)) return
    this.followed.set(id, gathering)
    /** pictures by place, once they are here */
    const here = new Map<number, string>()
    let since = 0
    while (this.followed.has(id)) {
      try {
        const { gathering: now, changed, news } = await api.gatherings.news(id, since)
        since = news
        this.followed.set(id, now)
        await this.show(now, changed, here)
        if (now.state !== 'running') {
          const pictures = [...here].sort(([a], [b]) => a - b).map(([, picture]) => picture)
          if (becomesSet && pictures.length > 0) this.sides.whole(now, pictures)
          return
        }
        await pause(EVERY_MS)
      } catch (error) {
        // Read in another window, or gone.
        if (error instanceof Refused && error.status === 404) return this.drop(id)
        await pause(AWAY_MS)
      }
    }
  }

  private async show(gathering: Gathering, changed: readonly Gathered[], here: Map<number, string>): Promise<void> {
    const { arrivals, arrived } = this.sides
    const { id, name, kind, skipped, problem } = gathering
    const fresh = changed.filter(({ picture, place }) => picture !== null && !here.has(place))
    const ids = fresh.map(({ picture }) => picture!)
    if (ids.length > 0) pictureStore.put(await api.pictures.byIds(ids))
    const known = changed.filter(({ place }) => arrivals.get(keyOf(id, place)))
    arrivals.add(
      changed.filter((one) => !known.includes(one)).map((one) => ({ ...shown(one), key: keyOf(id, one.place) })),
    )
    for (const one of known) arrivals.set(keyOf(id, one.place), shown(one))
    for (const { place, picture } of fresh) {
      here.set(place, picture!)
      const later = [...here].filter(([other]) => other > place).sort(([a], [b]) => a - b)
      arrived(
        gathering,
        [picture!],
        later.map(([, one]) => one),
      )
    }
    const what = kind === 'archive' ? name : kind === 'bank' ? 'The picture bank' : name
    if (problem)
      arrivals.note({ key: `g:${id}`, words: `${what}: ${problem.message} ${problem.next ?? ''}`.trim(), poor: true })
    else if (skipped > 0)
      arrivals.note({
        key: `g:${id}`,
        words: `${what}: ${skipped} hidden ${skipped === 1 ? 'file was' : 'files were'} left out.`,
        poor: false,
      })
  }

  /** Tries a file again; what it becomes is followed. */
  async again(id: string, place: number): Promise<void> {
    const known = this.followed.get(id)
    await api.gatherings.again(id, place)
    if (known && known.state !== 'running') {
      this.followed.delete(id)
      void this.follow({ ...known, state: 'running' })
    }
  }

  /** How they ended was read. */
  read(): void {
    for (const [id, { state }] of this.followed)
      if (state !== 'running') {
        this.followed.delete(id)
        void api.gatherings.read(id).catch(() => undefined)
      }
  }

  stop(): void {
    this.followed.clear()
  }

  private drop(id: string): void {
    this.followed.delete(id)
    this.sides.arrivals.forget((key) => key.startsWith(`g:${id}:`))
    this.sides.arrivals.removeNote(`g:${id}`)
  }
}

const keyOf = (id: string, place: number): string => `g:${id}:${place}`
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Reasons that trying again would not change. */
const FINAL =
  /^(not-a-picture|archive-|address-(unreadable|inside|is-page)|too-many|file-too|damaged|picture-cut|unreadable)/

function shown({ name, bytes, state, problem, remark, picture }: Gathered): Omit<Arriving, 'key'> {
  const page = problem?.code === 'address-is-page' ? PageOfPictures.safeParse(problem.detail).data : undefined
  return {
    name,
    bytes,
    state: state === 'arriving' ? 'preparing' : state,
    picture: picture ?? undefined,
    share: state === 'waiting' ? 0 : 1,
    reason: problem?.message,
    next: problem?.next,
    again: problem !== null && !FINAL.test(problem.code),
    remark: remark ?? undefined,
    page,
  }
}
