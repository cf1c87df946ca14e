import { readIncoming } from '../core/formats/incoming/incoming-post.ts'
import { STARTING_PRESETS } from '../core/flat/preset.ts'
import { STARTING_STYLE } from '../core/house/house-style.ts'
import type { Block } from '../core/post/body.ts'
import { makeRow } from '../core/post/changes/make-row.ts'
import type { PostContent } from '../core/post/post.ts'
import type { Picture } from '../core/wire/picture.ts'
import type { VideoAnswer } from '../core/wire/video.ts'

type Ask = <T>(method: string, place: string, body?: unknown) => Promise<T>

/** A post as it was kept elsewhere, in Markdown with its pictures beside it. */
const TIDES = `---
title: Tides and lines
date: 2026-05-30
tags: [Basics, Pell Slip]
excerpt: Low water at six. Everything that is tied at high water is too short at low.
---
Low water at six. Everything that is tied at high water is *too short* at low, and everything that is tied at low water drifts about by noon like a dog without a lead.

| Tide | Slip | Lines |
| --- | --- | --- |
| High | two steps | ease a metre |
| Half | nine steps | as they are |
| Low | all of it, and weed | take up a metre |

[row]: #gallery "across 3; captions none"

- ![](pictures/KM_2046.jpg)
- ![](pictures/KM_2048.jpg)
- ![](pictures/KM_2050.jpg)

## What we do at the slip

1. Walk it first, before anything is unpacked. Weed moves in the night.
2. Tie to the iron, never to the rail. The rail is paint.
3. Look at the lines when the flags turn, not when you remember.

[space]: #1

The long kite went up on the last of the ebb, with all of the strand to itself.
`

/** Brings the post in as the interface does: its text read, its video looked up, two of its pictures made into a flat one. */
export async function bringPostIn(
  ask: Ask,
  byNumber: (n: number) => string,
  video: string | undefined,
): Promise<PostContent> {
  const { content, date } = readIncoming(
    { kind: 'markdown', text: TIDES, base: '', name: 'tides' },
    {
      measure: STARTING_STYLE.measure,
      newRowId: () => 'tides-gallery',
      pictures: {
        idOf: ({ src }) => byNumber(Number(/KM_(\d+)/.exec(src)![1])),
        inherited: () => ({ alt: '', caption: '', credit: '', link: '' }),
        shapeOf: () => undefined,
      },
    },
  )
  const more: Block[] = []
  if (video) {
    const { picture } = await ask<VideoAnswer>('POST', 'videos', { address: video })
    more.push({ type: 'row', attrs: makeRow('tides-video', [picture.id]) })
  }
  const pair = makeRow('tides-pair', [byNumber(2079), byNumber(2080)])
  const kept = { rows: [pair], preset: STARTING_PRESETS[0], name: 'lines-at-the-slip' }
  const { picture } = await ask<{ picture: Picture }>('POST', 'flat/keep', kept)
  const alt = 'Two hands at a reel, and Wilf in his cap before a white and green kite'
  more.push({ type: 'row', attrs: { ...makeRow('tides-flat', [picture.id]), pictures: [{ id: picture.id, alt }] } })
  return {
    ...content,
    body: { type: 'doc', content: [...content.body.content, ...more] },
    ...(date ? { dated: date } : {}),
  }
}
