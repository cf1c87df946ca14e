import { listen } from '../listen.ts'
import type { Cleaning } from './cleaning.ts'
import { createMicropubHost } from './host.ts'

interface StartDeps {
  readonly port: number
  readonly bind: string
  readonly name: string
  readonly tokens: Readonly<Record<string, readonly string[]>>
  readonly cleaning: Cleaning
  readonly media?: boolean
}

/** Starts another blog; rejects with the system's error where it can't listen. */
export const startMicropubHost = ({ port, bind, ...blog }: StartDeps) =>
  listen((address) => createMicropubHost({ address, ...blog }), { port, bind })
