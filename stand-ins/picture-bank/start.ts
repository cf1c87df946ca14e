import { listen } from '../listen.ts'
import { createPictureBank } from './bank.ts'

/** Starts the picture bank; rejects with the system's error where it can't listen. */
export const startPictureBank = (at: { port: number; bind: string }) => listen(createPictureBank, at)
