import { WIDE } from '../house/screens.ts'
import { MOST_OF_SCREEN } from '../layout/strip.ts'
import { optionOf, type Room } from './option-figures.ts'
import type { Option } from './request.ts'
import type { Run } from './shapes.ts'

/** Pictures across of galleries that are proposed, by seat: few have larger ones. */
const ACROSS = { few: { measure: [3, 2], outset: [] }, many: { measure: [3, 4], outset: [5] } } as const
const MANY = 8

/** Galleries of a run, in level rows and in even cells. O(1). */
export function galleryOptions(run: Run, room: Room): Option[] {
  const made: Option[] = []
  const own = ACROSS[run.length < MANY ? 'few' : 'many']
  for (const sits of room.seats)
    for (const across of own[sits]) {
      if (across < run.length) made.push(levelRows(run, room, sits, across))
      if (across <= run.length) made.push(evenCells(run, room, sits, across))
    }
  return made
}

const columnOf = (columns: number, width: number, gap: number): number => (width - (columns - 1) * gap) / columns

/** Lines that hold as much as they can of pictures that are about as high as so many across are. */
function linesOf(run: Run, columns: number, width: number, gap: number): { height: number; high: number } {
  const wanted = columnOf(columns, width, gap) / run.average
  const lines = Math.max(1, Math.round((run.sum * wanted + (run.length - 1) * gap) / (width + gap)))
  const high = Math.max(1, (lines * width - (run.length - lines) * gap) / run.sum)
  return { height: lines * high + (lines - 1) * gap, high }
}

function levelRows(run: Run, { gap, phone, widths }: Room, sits: 'measure' | 'outset', across: number): Option {
  const { height, high } = linesOf(run, across, widths[sits], gap)
  const area = (high * high * run.sum) / run.length
  return optionOf(
    'gallery',
    { kind: 'gallery', sits, gallery: { form: 'level', across } },
    {
      family: 'level',
      pictures: run.length,
      height,
      lowest: high,
      least: high * Math.min(1, run.narrowest),
      area,
      density: run.sharp / Math.sqrt(area),
      phone: linesOf(run, 2, phone, gap).height,
      spread: run.spread,
    },
  )
}

/** Cells on a phone: no more across than these. */
const MOST_ON_PHONE = 3

function evenCells(run: Run, { gap, phone, widths }: Room, sits: 'measure' | 'outset', across: number): Option {
  const { cell, length, lost } = run
  const onPhone = Math.min(across, MOST_ON_PHONE)
  const [wide, narrow] = [columnOf(across, widths[sits], gap), columnOf(onPhone, phone, gap)]
  const lines = Math.ceil(length / across)
  const area = (wide * wide) / cell
  return optionOf(
    'gallery',
    { kind: 'gallery', sits, gallery: { form: 'cells', across, cell } },
    {
      family: 'cells',
      pictures: length,
      height: lines * (wide / cell + gap) - gap,
      lowest: wide / cell,
      least: Math.min(wide, wide / cell, narrow, narrow / cell),
      area,
      density: run.sharp / Math.sqrt(area),
      phone: Math.ceil(length / onPhone) * (narrow / cell + gap) - gap,
      leavesOne: length % onPhone === 1,
      lost,
      holes: (lines * across - length) / across,
    },
  )
}

/** A run as a slideshow, in a frame of about its usual shape. O(1). */
export function slideshowOption(run: Run, { phone, widths }: Room): Option {
  const frame = Math.max(run.average, widths.measure / (MOST_OF_SCREEN * WIDE.height))
  const high = widths.measure / frame
  return optionOf(
    'slideshow',
    { kind: 'slideshow', sits: 'measure', slideshow: { frame: null } },
    {
      family: 'slideshow',
      pictures: run.length,
      height: high,
      lowest: high,
      least: high,
      area: high * widths.measure,
      density: run.sharp / Math.sqrt(high * widths.measure),
      phone: phone / frame,
    },
  )
}
