import { useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { bytesInWords } from '../../../core/files/bytes-in-words.ts'
import type { FlatLayout } from '../../../core/flat/flat-layout.ts'
import { type FlatPreset, MOST_PRESETS, STARTING_PRESETS } from '../../../core/flat/preset.ts'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import type { Row } from '../../../core/post/row.ts'
import type { Picture } from '../../../core/wire/picture.ts'
import { count } from '../../../core/words/numbers.ts'
import { api } from '../../api/client.ts'
import { picturesChanged, pictureStore, putKnown } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'
import { saveFile } from '../../ui/save-file.ts'

/** Bytes a px of a file of this format, about, at this quality. */
export function guessedBytes({ width, height }: FlatLayout, { format, quality }: FlatPreset): number {
  const jpeg = 0.2 * 2 ** ((quality - 82) / 12)
  return width * height * (format === 'png' ? 1.5 : format === 'webp' ? 0.7 * jpeg : jpeg)
}

/** The preset in hand, and what is made with it: files to save, pictures to keep. */
export interface FlatFiles {
  readonly presets: readonly FlatPreset[]
  readonly preset: FlatPreset
  readonly setPreset: (preset: FlatPreset) => void
  /** it is not as it was kept */
  readonly changed: boolean
  /** no more presets can be kept */
  readonly full: boolean
  readonly keepPreset: () => void
  readonly dropPreset: () => void
  /** what is being made; null for nothing */
  readonly doing: string | null
  /** gives up what is being made, and keeps what is made already; null where nothing can be given up */
  readonly stop: (() => void) | null
  /** saves one file, or several as a ZIP; false where it was refused */
  readonly save: (rows: readonly Row[], name: string) => Promise<boolean>
  /** keeps each row as a picture of its own, one after another; those that were kept */
  readonly keep: (rows: readonly Row[], name: (at: number) => string) => Promise<readonly Picture[]>
}

export function useFlatFiles({ flatPresets }: HouseStyle): FlatFiles {
  const { say, refuse } = useNotices()
  const queries = useQueryClient()
  const [preset, setPreset] = useState<FlatPreset>(flatPresets[0] ?? STARTING_PRESETS[0]!)
  const [doing, setDoing] = useState<string | null>(null)
  const [stops, setStops] = useState(false)

  const stopping = useRef<AbortController>(undefined)

  /** Whether it was done. */
  const run = async (
    what: string,
    work: (signal: AbortSignal) => Promise<void>,
    canStop: boolean,
  ): Promise<boolean> => {
    setStops(canStop)
    const { signal } = (stopping.current = new AbortController())
    setDoing(what)
    try {
      await work(signal)
      return true
    } catch (error) {
      if (!signal.aborted) refuse(error)
      return false
    } finally {
      setDoing(null)
    }
  }
  const keepPresets = (presets: readonly FlatPreset[]) =>
    void run(
      'Saving the preset…',
      async () => {
        const style = await api.house.get()
        putKnown(queries, ['house'], await api.house.put({ ...style, flatPresets: [...presets] }))
      },
      false,
    )
  const others = flatPresets.filter((one) => one.name !== preset.name)
  const kept = flatPresets.find((one) => one.name === preset.name)
  return {
    presets: flatPresets,
    preset,
    setPreset,
    changed: !kept || JSON.stringify(kept) !== JSON.stringify(preset),
    full: flatPresets.length >= MOST_PRESETS,
    keepPreset: () => keepPresets([...others, preset]),
    dropPreset: () => keepPresets(others),
    doing,
    stop: doing !== null && stops ? () => stopping.current?.abort() : null,
    save: (rows, name) =>
      run(
        `Making ${count(rows.length, 'file')}…`,
        async (signal) => {
          const tell = (bytes: number) =>
            setDoing(`Making ${count(rows.length, 'file')}: ${bytesInWords(bytes)} so far…`)
          const file = await api.flat.make({ rows: [...rows], preset, name }, { signal, tell })
          saveFile(file.blob, file.name)
          say(`${file.name} is saved: ${bytesInWords(file.blob.size)}.`)
        },
        true,
      ),
    keep: async (rows, name) => {
      const pictures: Picture[] = []
      for (const [at, row] of rows.entries()) {
        const which = rows.length > 1 ? `Making picture ${at + 1} of ${rows.length}…` : 'Making the picture…'
        const done = await run(
          which,
          async () => {
            pictures.push(await api.flat.keep({ rows: [row], preset, name: name(at) }))
          },
          at + 1 < rows.length,
        )
        if (!done || stopping.current!.signal.aborted) break
      }
      pictureStore.put(pictures)
      await picturesChanged(queries)
      return pictures
    },
  }
}
