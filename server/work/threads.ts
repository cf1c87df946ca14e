import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { RawPixels } from '../../core/looks/grey.ts'
import type { HouseStyle } from '../../core/house/house-style.ts'
import type { HouseEffectLine } from '../../core/wire/house.ts'
import { Refusal } from '../refusal.ts'
import type { DarkroomAnswer, DarkroomNews, DarkroomTask, Print } from '../pictures/darkroom-worker.ts'
import type { Look } from '../pictures/look-worker.ts'
import type { Tone } from '../../core/recipe/recipe.ts'
import type { ToneTask } from '../pictures/tone-worker.ts'
import type { HouseEffectTask } from './house-effect-worker.ts'
import { workerFile } from './worker-file.ts'

/** What takes long, in threads of its own: meanwhile the server answers everything else as usual. */
export interface Threads {
  /** What a style would change, told as it is found; gives up with the signal, by throwing. */
  readonly houseEffect: (style: HouseStyle, tell: (line: HouseEffectLine) => void, signal: AbortSignal) => Promise<void>
  /** Files of an original: what it takes to be seen is told, the others are answered. Throws a refusal for damaged data. */
  readonly develop: (task: DarkroomTask, tell: (news: DarkroomNews) => void) => Promise<readonly Print[]>
  /** What is seen of a picture's px. */
  readonly look: (pixels: RawPixels) => Promise<Look>
  /** Px with a tone. Their memory is handed over, and must be all theirs; what comes back lies in the same. */
  readonly tone: (pixels: RawPixels, tone: Tone) => Promise<Uint8Array>
  readonly stop: () => Promise<void>
}

/** As many pictures are developed at a time as the queue lets through. */
const DARKROOMS = 2
/** A thread that nobody needs is let go of, ms. */
const IDLE_MS = 20_000

export function createThreads(dataFolder: string): Threads {
  // Made when they are first needed: most days nobody changes the house.
  const made = new Map<string, Promise<Piscina>>()
  function poolFor(place: string, maxThreads = 1): Promise<Piscina> {
    const known = made.get(place)
    if (known) return known
    const making = workerFile(place).then(
      (filename) => new Piscina({ filename, minThreads: 0, maxThreads, idleTimeout: IDLE_MS }),
    )
    made.set(place, making)
    return making
  }
  return {
    async develop(task, tell) {
      const pool = await poolFor('pictures/darkroom-worker', DARKROOMS)
      const { port1, port2 } = new MessageChannel()
      const seen = new Promise<void>((resolve) =>
        port1.on('message', (news: DarkroomNews) => {
          tell(news)
          if (news !== 'decoded') resolve()
        }),
      )
      try {
        const answer = (await pool.run({ ...task, news: port2 }, { transferList: [port2] })) as DarkroomAnswer
        if ('refused' in answer) throw new Refusal(answer.refused.code, answer.refused.values)
        // News goes another way, and may take longer.
        if (task.first.length > 0) await seen
        return answer.prints
      } finally {
        port1.close()
      }
    },
    look: async (pixels) => (await poolFor('pictures/look-worker')).run(pixels) as Promise<Look>,
    async tone({ data, width, height, channels }, tone) {
      const bytes = new Uint8Array(data.buffer as ArrayBuffer, data.byteOffset, data.byteLength)
      const task: ToneTask = { pixels: { data: bytes, width, height, channels }, tone }
      const pool = await poolFor('pictures/tone-worker')
      return pool.run(task, { transferList: [bytes.buffer as ArrayBuffer] }) as Promise<Uint8Array>
    },
    async houseEffect(style, tell, signal) {
      const pool = await poolFor('work/house-effect-worker')
      const { port1, port2 } = new MessageChannel()
      const told = new Promise<void>((resolve) =>
        port1.on('message', (line: HouseEffectLine) => {
          tell(line)
          if (line.done === line.total) resolve()
        }),
      )
      try {
        const given = new Int32Array(new SharedArrayBuffer(4))
        signal.addEventListener('abort', () => Atomics.store(given, 0, 1))
        if (signal.aborted) Atomics.store(given, 0, 1)
        const task: HouseEffectTask = { dataFolder, style, port: port2, given }
        await pool.run(task, { transferList: [port2] })
        signal.throwIfAborted()
        await told
      } finally {
        port1.close()
      }
    },
    stop: async () => void (await Promise.all([...made.values()].map(async (pool) => (await pool).destroy()))),
  }
}
