import type { Sharp } from 'sharp'
import { MEASURED_AT } from '../../core/looks/flaws.ts'
import type { RawPixels } from '../../core/looks/grey.ts'

/** Longer side at which a picture is looked at, px; smaller ones as they are. */
export const LOOKED_AT_WIDTH = MEASURED_AT

/** The px of a picture as large as looking needs them. */
export async function toLookAt(picture: Sharp): Promise<RawPixels> {
  const { data, info } = await picture
    .resize({ width: LOOKED_AT_WIDTH, height: LOOKED_AT_WIDTH, fit: 'inside', withoutEnlargement: true })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return { data, width: info.width, height: info.height, channels: info.channels }
}
