import { z } from 'zod'
import type { PlacedPicture } from './row.ts'
import { WebAddress, webAddress } from './web-address.ts'

/** What a click on a picture does. */
export const OnClick = z.discriminatedUnion('do', [
  z.object({ do: z.literal('nothing') }),
  z.object({ do: z.literal('enlarge') }),
  z.object({ do: z.literal('picture-file') }),
  z.object({ do: z.literal('picture-page') }),
  z.object({ do: z.literal('web-address'), href: WebAddress, newWindow: z.boolean() }),
])
export type OnClick = z.infer<typeof OnClick>

/**
 * Where a click on a picture leads that leads to a web address: what was chosen for it in this row, else what the picture
 * says itself, else what was chosen for the whole row.
 */
export const addressOfClick = (
  click: Extract<OnClick, { do: 'web-address' }>,
  placed: PlacedPicture,
  picture: { readonly link: string },
): string | undefined => webAddress(placed.onClick ? click.href : picture.link || click.href)

export const NOTHING: OnClick = { do: 'nothing' }
