import { listen } from '../listen.ts'
import { createVideoProvider } from './provider.ts'

/** Starts the provider of videos; rejects with the system's error where it can't listen. */
export const startVideoProvider = (at: { port: number; bind: string }) => listen(createVideoProvider, at)
