import { z } from 'zod'
import { WebAddress } from './web-address.ts'

/** What a click on a picture does. */
export const OnClick = z.discriminatedUnion('do', [
  z.object({ do: z.literal('nothing') }),
  z.object({ do: z.literal('enlarge') }),
  z.object({ do: z.literal('picture-file') }),
  z.object({ do: z.literal('picture-page') }),
  z.object({ do: z.literal('web-address'), href: WebAddress, newWindow: z.boolean() }),
])
export type OnClick = z.infer<typeof OnClick>

export const NOTHING: OnClick = { do: 'nothing' }
