import { z } from 'zod'

export const FLAT_FORMATS = ['jpeg', 'webp', 'png'] as const

/** How a row becomes one image file. Lengths in px of that file. */
export const FlatPreset = z.object({
  name: z.string().trim().min(1).max(40),
  /** of the file, border included */
  longestEdge: z.number().int().min(100).max(6000),
  /** around all pictures, and between them */
  border: z.number().int().min(0).max(600),
  gap: z.number().int().min(0).max(400),
  ground: z.string().regex(/^#[0-9a-f]{6}$/i, 'expected a colour like #ffffff'),
  /** by which the corners of pictures are rounded */
  corner: z.number().int().min(0).max(400),
  /** caption and credit below its pictures, as large as on the page */
  words: z.boolean().default(false),
  format: z.enum(FLAT_FORMATS),
  /** 1 to 100; a PNG loses nothing, whatever it is */
  quality: z.number().int().min(1).max(100),
})
export type FlatPreset = z.infer<typeof FlatPreset>

/** The ones that a new blog has. */
export const STARTING_PRESETS: readonly FlatPreset[] = [
  {
    name: 'For a page',
    longestEdge: 1600,
    border: 0,
    gap: 12,
    ground: '#ffffff',
    corner: 0,
    words: false,
    format: 'jpeg',
    quality: 82,
  },
  {
    name: 'As a print',
    longestEdge: 4000,
    border: 120,
    gap: 40,
    ground: '#ffffff',
    corner: 0,
    words: false,
    format: 'jpeg',
    quality: 92,
  },
  {
    name: 'To send',
    longestEdge: 1080,
    border: 24,
    gap: 12,
    ground: '#1d1b18',
    corner: 0,
    words: false,
    format: 'jpeg',
    quality: 76,
  },
]
export const MOST_PRESETS = 20
