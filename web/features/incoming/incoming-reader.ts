import type { ReadAnswer, ReadQuestion } from './incoming-worker.ts'

/** ms that one text may take. */
const PATIENCE_MS = 20_000

type Question = Omit<ReadQuestion, 'key'>
type Read = Extract<ReadAnswer, { readonly post: unknown }>

/** Reads one text after another in a worker; one that takes too long is given up, and the others go on. */
export class IncomingReader {
  private worker: Worker | undefined
  private before: Promise<unknown> = Promise.resolve()
  private keys = 0

  read(question: Question): Promise<Read> {
    const turn = this.before.then(() => this.ask(question))
    this.before = turn.catch(() => undefined)
    return turn
  }

  stop(): void {
    this.worker?.terminate()
    this.worker = undefined
  }

  private ask(question: Question): Promise<Read> {
    const worker = (this.worker ??= new Worker(new URL('./incoming-worker.ts', import.meta.url), { type: 'module' }))
    const key = ++this.keys
    return new Promise<Read>((resolve, reject) => {
      const over = () => {
        clearTimeout(timer)
        worker.removeEventListener('message', onAnswer)
        worker.removeEventListener('error', onError)
      }
      const giveUp = (why: string) => {
        over()
        this.stop()
        reject(new Error(why))
      }
      const onError = () => giveUp('it could not be read')
      const onAnswer = ({ data }: MessageEvent<ReadAnswer>) => {
        if (data.key !== key) return
        over()
        if ('failed' in data) reject(new Error(data.failed))
        else resolve(data)
      }
      const timer = setTimeout(() => giveUp(`it took longer than ${PATIENCE_MS / 1000} seconds to read`), PATIENCE_MS)
      worker.addEventListener('message', onAnswer)
      worker.addEventListener('error', onError)
      worker.postMessage({ ...question, key } satisfies ReadQuestion)
    })
  }
}
