import type { Recipe } from '../../core/recipe/recipe.ts'
import {
  type Dye,
  bench,
  type BenchStep,
  type Canvas,
  closeUp,
  flight,
  lanterns,
  portrait,
  rack,
  shed,
} from './scenes.ts'
import type { KiteMake } from './kites.ts'
import { type Look, PEOPLE } from './people.ts'

/** Every picture of the sample world: what it shows, in which shape, when it was taken, what it says of itself. */
export interface Entry {
  readonly name: string
  readonly w: number
  readonly h: number
  readonly draw: (canvas: Canvas) => string
  readonly taken: string
  readonly title?: string
  readonly alt?: string
  readonly caption?: string
  readonly creator?: string
  readonly keywords?: readonly string[]
  /** where the eye should go, set after the picture was brought in */
  readonly focus?: { readonly x: number; readonly y: number }
  /** how it is adjusted, after it was brought in */
  readonly recipe?: Partial<Recipe>
  /** what went wrong with it */
  readonly fault?: 'tilted' | 'dark' | 'turned'
  /** stored on its side with an orientation mark, as cameras do */
  readonly sideways?: boolean
}

const WIDE = { w: 3000, h: 2000 }
const TALL = { w: 2000, h: 3000 }
const FOUR_THREE = { w: 2800, h: 2100 }
const SIXTEEN_NINE = { w: 3200, h: 1800 }
const SQUARE = { w: 2400, h: 2400 }
const PANORAMA = { w: 4800, h: 1600 }

const { orla, tam, ines, wilf, noor } = PEOPLE
const creator = 'Orla Venn'

let counter = 2040
const camera = () => `KM_${counter++}.jpg`

const fly = (
  shape: { w: number; h: number },
  time: string,
  options: Parameters<typeof flight>[1],
  texts: Partial<Entry> = {},
): Entry => ({
  name: camera(),
  ...shape,
  taken: `2026-03-14T${time}`,
  draw: (canvas) => flight(canvas, options),
  ...texts,
})
const work = (
  shape: { w: number; h: number },
  taken: string,
  step: BenchStep,
  dye: Dye,
  who: Look,
  texts: Partial<Entry> = {},
  wood?: string,
): Entry => ({
  name: camera(),
  ...shape,
  taken,
  draw: (canvas) => bench(canvas, step, dye, who, wood),
  ...texts,
})
const K = (make: KiteMake, dye: Dye, x: number, y: number, size: number, tilt?: number) => ({
  make,
  dye,
  x,
  y,
  size,
  ...(tilt === undefined ? {} : { tilt }),
})

export const CATALOGUE: readonly Entry[] = [
  // First flights of the season, 14 March
  fly(
    WIDE,
    '07:02:11',
    {
      light: 'morning',
      ground: 'slip',
      kites: [K('diamond', 'indigo', 0.62, 0.28, 0.3, 12)],
      people: [{ who: orla, x: 0.3, y: 0.93, height: 0.3 }],
    },
    {
      title: 'First up',
      alt: 'A blue and yellow diamond kite climbs over the slip; a woman in a yellow hat holds the line',
      creator,
      keywords: ['launch', 'Pell Slip'],
    },
  ),
  fly(
    TALL,
    '07:09:40',
    {
      light: 'morning',
      ground: 'strand',
      kites: [K('delta', 'madder', 0.55, 0.26, 0.22, -8)],
      people: [{ who: tam, x: 0.3, y: 0.95, height: 0.24 }],
    },
    { alt: 'A tall red delta high over the strand, its flyer small below', creator, keywords: ['delta', 'launch'] },
  ),
  fly(
    WIDE,
    '07:16:03',
    {
      light: 'golden',
      ground: 'dunes',
      kites: [K('rokkaku', 'fern', 0.36, 0.32, 0.4, -10), K('diamond', 'sun', 0.74, 0.24, 0.2)],
    },
    { title: 'Two over the dunes', creator, keywords: ['rokkaku'] },
  ),
  fly(
    WIDE,
    '07:16:05',
    {
      light: 'golden',
      ground: 'dunes',
      kites: [K('rokkaku', 'fern', 0.37, 0.31, 0.4, -7), K('diamond', 'sun', 0.735, 0.25, 0.2)],
    },
    { creator },
  ),
  fly(
    FOUR_THREE,
    '07:31:20',
    {
      light: 'noon',
      ground: 'strand',
      kites: [K('parafoil', 'sea', 0.6, 0.26, 0.26, 6)],
      people: [{ who: ines, x: 0.24, y: 0.92, height: 0.34, arm: 'both' }],
    },
    { alt: 'Ines leans back against the pull of a striped parafoil', keywords: ['parafoil', 'pull'] },
  ),
  fly(
    SQUARE,
    '07:44:52',
    { light: 'noon', ground: 'meadow', kites: [K('star', 'plum', 0.5, 0.36, 0.36, 10)] },
    { title: 'The plum star', keywords: ['star'] },
  ),
  fly(
    WIDE,
    '08:03:10',
    {
      light: 'overcast',
      ground: 'strand',
      kites: [K('train', 'madder', 0.3, 0.12, 0.5, 0)],
      people: [{ who: wilf, x: 0.72, y: 0.94, height: 0.3 }],
    },
    {
      alt: 'Six small diamonds on one line, flown by an old man in a grey cap',
      caption: 'Wilf’s train of six, all cut from one worn sail.',
      creator,
      keywords: ['train'],
    },
  ),
  {
    name: camera(),
    ...PANORAMA,
    taken: '2026-03-14T08:20:00',
    draw: (canvas) =>
      flight(canvas, {
        light: 'morning',
        ground: 'strand',
        horizon: 0.66,
        kites: [
          K('delta', 'indigo', 0.14, 0.26, 0.26),
          K('diamond', 'madder', 0.34, 0.2, 0.3),
          K('rokkaku', 'sea', 0.52, 0.34, 0.28),
          K('bird', 'sun', 0.7, 0.2, 0.2),
          K('sled', 'plum', 0.88, 0.3, 0.26),
        ],
        people: [
          { who: orla, x: 0.12, y: 0.95, height: 0.24 },
          { who: tam, x: 0.3, y: 0.93, height: 0.22 },
          { who: noor, x: 0.5, y: 0.96, height: 0.24 },
          { who: ines, x: 0.68, y: 0.94, height: 0.22 },
          { who: wilf, x: 0.84, y: 0.95, height: 0.23 },
        ],
      }),
    title: 'The whole strand',
    alt: 'Five kites of five makes along the whole strand, a flyer under each',
    creator,
    keywords: ['panorama', 'club'],
  },
  {
    name: camera(),
    ...TALL,
    taken: '2026-03-14T08:31:30',
    draw: (canvas) => closeUp(canvas, 'noon', 'box', 'sun', 8),
    alt: 'A yellow and red box kite close up against blue sky',
    keywords: ['box'],
    sideways: true,
  },
  {
    name: camera(),
    ...WIDE,
    taken: '2026-03-14T08:40:02',
    draw: (canvas) => portrait(canvas, orla, 'morning', 'rokkaku', 'madder'),
    title: 'Orla',
    alt: 'Orla in a yellow hat and red scarf, her red rokkaku behind her',
    keywords: ['portrait'],
  },
  fly(
    SIXTEEN_NINE,
    '08:52:44',
    {
      light: 'noon',
      ground: 'dunes',
      kites: [K('bird', 'slate', 0.42, 0.3, 0.24, -14), K('bird', 'sea', 0.68, 0.2, 0.14, 12)],
    },
    { title: 'Two birds', keywords: ['bird'] },
  ),
  fly(
    WIDE,
    '09:05:18',
    {
      light: 'noon',
      ground: 'slip',
      kites: [K('sled', 'fern', 0.58, 0.32, 0.34, 5)],
      people: [{ who: noor, x: 0.26, y: 0.94, height: 0.32 }],
    },
    { fault: 'tilted', recipe: { straighten: -6 } },
  ),
  fly(
    WIDE,
    '09:12:00',
    { light: 'storm', ground: 'strand', kites: [K('delta', 'slate', 0.5, 0.3, 0.24, 20)] },
    { fault: 'dark' },
  ),
  fly(
    FOUR_THREE,
    '09:30:07',
    {
      light: 'overcast',
      ground: 'dunes',
      kites: [K('sled', 'plum', 0.3, 0.3, 0.28), K('sled', 'sea', 0.66, 0.22, 0.2)],
      people: [{ who: tam, x: 0.46, y: 0.95, height: 0.26 }],
    },
    { keywords: ['sled'] },
  ),
  // A rokkaku in two evenings, 4 and 5 April
  work(WIDE, '2026-04-04T18:05:00', 'spars', 'madder', tam, {
    title: 'Six spars',
    alt: 'Six spruce spars in a row on the bench, a hand turning one',
    caption: 'Roll each spar on the bench: a bent one shows at once.',
    creator: 'Tam Hollis',
    keywords: ['workshop', 'spars'],
  }),
  work(WIDE, '2026-04-04T18:22:00', 'frame', 'madder', tam, {
    title: 'The frame',
    alt: 'Six-sided frame with one long spar and two across',
    creator: 'Tam Hollis',
    keywords: ['workshop', 'frame'],
  }),
  work(TALL, '2026-04-04T18:51:00', 'sail', 'madder', ines, {
    alt: 'Red cloth on the bench, cut along a ruler',
    keywords: ['workshop', 'sail'],
  }),
  work(WIDE, '2026-04-04T19:20:00', 'sewing', 'madder', ines, {
    title: 'Hem first',
    alt: 'A seam runs under the needle, cream on red',
    keywords: ['workshop', 'sewing'],
  }),
  work(SQUARE, '2026-04-04T19:48:00', 'paint', 'indigo', noor, {
    alt: 'A wave is painted on a round of pale cloth',
    keywords: ['workshop', 'paint'],
  }),
  work(FOUR_THREE, '2026-04-05T18:10:00', 'bridle', 'indigo', tam, {
    title: 'Bridle points',
    caption: 'Four legs, one ring. The upper pair is a hand’s width shorter.',
    keywords: ['workshop', 'bridle'],
  }),
  work(WIDE, '2026-04-05T18:40:00', 'tools', 'fern', tam, { title: 'All it takes', keywords: ['workshop', 'tools'] }),
  {
    name: camera(),
    ...WIDE,
    taken: '2026-04-05T19:30:00',
    draw: (canvas) =>
      rack(canvas, [
        ['rokkaku', 'madder'],
        ['diamond', 'indigo'],
        ['sled', 'fern'],
        ['delta', 'plum'],
      ]),
    title: 'The drying wall',
    alt: 'Four kites hang on the shed wall above the bench',
    keywords: ['shed'],
  },
  {
    name: camera(),
    ...SIXTEEN_NINE,
    taken: '2026-04-05T19:33:00',
    draw: (canvas) =>
      rack(canvas, [
        ['star', 'sun'],
        ['rokkaku', 'sea'],
        ['box', 'madder'],
        ['diamond', 'slate'],
        ['sled', 'plum'],
      ]),
    keywords: ['shed'],
  },
  {
    name: camera(),
    ...FOUR_THREE,
    taken: '2026-04-05T20:02:00',
    draw: (canvas) => shed(canvas, 'dusk', '#8a3a2e'),
    title: 'The shed at dusk',
    alt: 'The kite shed with a lit window at dusk',
    keywords: ['shed'],
  },
  {
    name: camera(),
    ...TALL,
    taken: '2026-04-06T10:15:00',
    draw: (canvas) => closeUp(canvas, 'morning', 'rokkaku', 'madder', -6),
    title: 'Finished',
    alt: 'The finished red rokkaku in the air, a wave on its disc',
    creator: 'Tam Hollis',
    keywords: ['rokkaku'],
  },
  work(WIDE, '2026-04-05T18:44:00', 'reel', 'sea', noor, { alt: 'Two hands wind line on a reel', keywords: ['reel'] }),
  // Night flight with lanterns, 20 June
  {
    name: camera(),
    ...SIXTEEN_NINE,
    taken: '2026-06-20T22:41:00',
    draw: (canvas) => lanterns(canvas, 9),
    title: 'Nine lanterns',
    alt: 'Nine lanterns hang in the night sky under dark kites, a crowd on the beach',
    creator,
    keywords: ['night', 'lanterns'],
  },
  {
    name: camera(),
    ...TALL,
    taken: '2026-06-20T22:47:00',
    draw: (canvas) => lanterns(canvas, 5),
    alt: 'Five lanterns over black water',
    keywords: ['night', 'lanterns'],
  },
  {
    name: camera(),
    ...WIDE,
    taken: '2026-06-20T22:52:00',
    draw: (canvas) => lanterns(canvas, 1, true),
    title: 'One lantern',
    alt: 'A single paper lantern glowing, close up',
    keywords: ['night', 'lanterns'],
  },
  {
    name: camera(),
    ...WIDE,
    taken: '2026-06-20T23:01:00',
    draw: (canvas) => lanterns(canvas, 14),
    keywords: ['night', 'lanterns'],
  },
  {
    name: camera(),
    ...PANORAMA,
    taken: '2026-06-20T23:08:00',
    draw: (canvas) => lanterns(canvas, 17),
    title: 'All of them',
    alt: 'Seventeen lanterns strung across the whole bay',
    caption: 'Seventeen at once, a record for the club.',
    creator,
    keywords: ['night', 'panorama'],
  },
  {
    name: camera(),
    ...TALL,
    taken: '2026-06-20T21:30:00',
    draw: (canvas) =>
      flight(canvas, {
        light: 'dusk',
        ground: 'strand',
        kites: [K('delta', 'slate', 0.5, 0.24, 0.2, 6)],
        people: [{ who: noor, x: 0.34, y: 0.95, height: 0.22 }],
      }),
    alt: 'The last light: a delta goes up before the lanterns',
    keywords: ['dusk'],
  },
  {
    name: camera(),
    ...FOUR_THREE,
    taken: '2026-06-20T21:12:00',
    draw: (canvas) => portrait(canvas, noor, 'dusk', 'diamond', 'sun', -1),
    title: 'Noor',
    alt: 'Noor in a cream hat at dusk, a yellow diamond under her arm',
    keywords: ['portrait'],
  },
  {
    name: camera(),
    ...WIDE,
    taken: '2026-06-20T23:20:00',
    draw: (canvas) => lanterns(canvas, 4),
    fault: 'dark',
    keywords: ['night'],
  },
  // Knots and bridles
  work(
    WIDE,
    '2026-02-08T11:00:00',
    'knot',
    'madder',
    wilf,
    { title: 'Lark’s head', alt: 'A lark’s head in red line', keywords: ['knots'] },
    '#8f6f4c',
  ),
  work(
    WIDE,
    '2026-02-08T11:06:00',
    'knot',
    'indigo',
    wilf,
    { title: 'Sheet bend', alt: 'A sheet bend in yellow line', keywords: ['knots'] },
    '#c4a176',
  ),
  work(
    SQUARE,
    '2026-02-08T11:12:00',
    'knot',
    'fern',
    orla,
    { title: 'Figure of eight', alt: 'A figure of eight in green line', keywords: ['knots'] },
    '#7a6a58',
  ),
  work(
    TALL,
    '2026-02-08T11:20:00',
    'knot',
    'plum',
    orla,
    { title: 'Loop for the ring', keywords: ['knots'] },
    '#a9825a',
  ),
  work(
    FOUR_THREE,
    '2026-02-08T11:31:00',
    'bridle',
    'sea',
    wilf,
    { title: 'Three-leg bridle', alt: 'A three-leg bridle on a teal delta', keywords: ['knots', 'bridle'] },
    '#8f6f4c',
  ),
  work(WIDE, '2026-02-08T11:40:00', 'reel', 'plum', wilf, { keywords: ['reel'] }, '#7a6a58'),
  {
    name: camera(),
    ...WIDE,
    taken: '2026-02-08T12:00:00',
    draw: (canvas) => portrait(canvas, wilf, 'overcast', 'delta', 'sea'),
    title: 'Wilf',
    alt: 'Wilf in a grey cap, white-haired, a teal delta behind him',
    keywords: ['portrait'],
  },
  // Repairs after the gale
  work(WIDE, '2026-10-03T09:30:00', 'tear', 'fern', noor, {
    title: 'The tear',
    alt: 'A long tear in green cloth',
    caption: 'A hand long, right beside the seam.',
    keywords: ['repair'],
  }),
  work(TALL, '2026-10-03T10:02:00', 'tear', 'plum', ines, {
    alt: 'A second tear, in plum cloth',
    keywords: ['repair'],
  }),
  work(
    WIDE,
    '2026-10-03T10:30:00',
    'sewing',
    'fern',
    ines,
    { alt: 'The patch goes under the needle', keywords: ['repair', 'sewing'] },
    '#8f6f4c',
  ),
  work(SIXTEEN_NINE, '2026-10-03T10:48:00', 'tools', 'madder', tam, { keywords: ['repair', 'tools'] }, '#7a6a58'),
  {
    name: camera(),
    ...WIDE,
    taken: '2026-10-03T08:10:00',
    draw: (canvas) =>
      flight(canvas, {
        light: 'storm',
        ground: 'strand',
        kites: [K('diamond', 'sun', 0.3, 0.62, 0.2, 130)],
        horizon: 0.7,
      }),
    title: 'After the gale',
    alt: 'A kite lies broken on a grey beach',
    keywords: ['gale'],
  },
  {
    name: camera(),
    ...FOUR_THREE,
    taken: '2026-10-03T08:20:00',
    draw: (canvas) => shed(canvas, 'storm', '#2f5d6b'),
    alt: 'The shed under a storm sky',
    keywords: ['shed', 'gale'],
  },
  {
    name: camera(),
    ...TALL,
    taken: '2026-10-03T09:12:00',
    draw: (canvas) => portrait(canvas, tam, 'overcast', 'sled', 'fern'),
    title: 'Tam',
    focus: { x: 0.45, y: 0.72 },
    alt: 'Tam holds up the torn green sled',
    keywords: ['portrait'],
  },
  {
    name: camera(),
    ...WIDE,
    taken: '2026-10-04T15:40:00',
    draw: (canvas) => portrait(canvas, ines, 'golden', 'star', 'sun', -1),
    title: 'Ines',
    alt: 'Ines in the evening sun with the mended star',
    keywords: ['portrait'],
  },
  {
    name: camera(),
    ...WIDE,
    taken: '2026-10-04T16:10:00',
    draw: (canvas) =>
      flight(canvas, {
        light: 'golden',
        ground: 'slip',
        kites: [K('sled', 'fern', 0.55, 0.3, 0.36, -6)],
        people: [{ who: tam, x: 0.24, y: 0.94, height: 0.32, arm: 'both' }],
      }),
    title: 'Up again',
    alt: 'The mended green sled flies over the slip in evening light',
    creator,
    keywords: ['repair', 'launch'],
  },
  {
    name: camera(),
    ...SQUARE,
    taken: '2026-10-04T16:22:00',
    draw: (canvas) => closeUp(canvas, 'golden', 'star', 'sun', 6),
    alt: 'The mended star against a gold sky',
    keywords: ['star'],
  },
  {
    name: camera(),
    ...SIXTEEN_NINE,
    taken: '2026-10-04T16:31:00',
    draw: (canvas) =>
      flight(canvas, {
        light: 'golden',
        ground: 'strand',
        kites: [K('train', 'fern', 0.28, 0.1, 0.5, 4)],
        people: [{ who: orla, x: 0.66, y: 0.95, height: 0.28 }],
      }),
    keywords: ['train'],
  },
]
