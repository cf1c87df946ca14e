import type { Readable } from 'node:stream'
import type { Video } from '../../core/video/video.ts'
import type { Code } from '../refusal.ts'
import type { GivenTexts } from '../pictures/given-texts.ts'

/** A file that a source has, opened when its turn comes. */
export interface FoundFile {
  readonly name: string
  /** bytes, where they are known */
  readonly bytes: number | null
  /** why it can't be brought in, where that is known beforehand */
  readonly fault?: Code
  /** throws the refusal where it can't be had */
  readonly open: (signal: AbortSignal) => Promise<OpenedFile>
}

export interface OpenedFile {
  readonly body: Readable
  /** bytes that will come, where they were told */
  readonly announced?: number
  /** what the source says of the picture */
  readonly texts?: GivenTexts
  /** the video that the picture stands for */
  readonly video?: Video
  /** what is to be known of it */
  readonly remark?: string
}

/** Everything that a source has, in its order. */
export interface FoundFiles {
  readonly files: readonly FoundFile[]
  /** files that were left out because they are nobody's pictures */
  readonly skipped: number
  /** what is wrong with the whole, though some of it can be had */
  readonly fault?: Code
  readonly close: () => void
}
