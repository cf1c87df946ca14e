import { MEASURED_CHARACTERS, type TypeMetrics } from '../../../core/house/type-metrics.ts'

/** A large size, so that rounding to whole px does not matter. */
const SIZE = 1000

/**
 * The advance widths of the house's fonts as this browser draws them, in thousandths of the font size; null
 * where the fonts can't be had.
 */
export async function measureType(family: string): Promise<TypeMetrics | null> {
  const context = document.createElement('canvas').getContext('2d')
  const fonts = { upright: `400 ${SIZE}px "${family}"`, italic: `italic 400 ${SIZE}px "${family}"` }
  const loaded = await Promise.all(
    Object.values(fonts).map((font) => document.fonts.load(font, MEASURED_CHARACTERS.join(''))),
  ).catch(() => [])
  if (!context || loaded.length < 2 || loaded.some((faces) => faces.length === 0)) return null
  const advances = (font: string) => {
    context.font = font
    return MEASURED_CHARACTERS.map((letter) => Math.round((context.measureText(letter).width * 1000) / SIZE))
  }
  return { upright: advances(fonts.upright), italic: advances(fonts.italic) }
}
