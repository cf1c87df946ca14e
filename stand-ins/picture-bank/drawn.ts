/** The bank's own pictures: drawn, each by its number, so that they take no room and are the same everywhere. */
export interface DrawnPicture {
  readonly id: string
  readonly title: string
  readonly credit: string
  readonly licence: string
  readonly width: number
  readonly height: number
  readonly tags: readonly string[]
}

const [FREE, NAMED, ALIKE] = ['Free for every use', 'Free if the maker is named', 'Free if named, and passed on alike']
const MAKERS = ['Ilse Varga', 'Tomas Renn', 'Oda Lindqvist', 'Pell & Moor']
type Scene = 'shore' | 'hills' | 'harbour' | 'sky' | 'field' | 'night'

/** What is drawn, and what it is called: in the sample world, a coast where kites are made. */
const PICTURES: readonly (readonly [Scene, string, string, number, number])[] = [
  ['shore', 'Low water at the long sands', 'shore sand tide morning', 2400, 1600],
  ['shore', 'Three posts in the shallows', 'shore posts water', 1600, 2400],
  ['shore', 'Evening over the mud flats', 'shore evening flats', 3000, 1000],
  ['hills', 'Sheep hills after rain', 'hills green rain', 2400, 1600],
  ['hills', 'The old mill road', 'hills road', 2100, 1400],
  ['hills', 'First frost on the ridge', 'hills frost winter', 2400, 1350],
  ['harbour', 'Cranes before the morning shift', 'harbour cranes morning', 2400, 1600],
  ['harbour', 'The blue shed', 'harbour shed blue', 1500, 1500],
  ['harbour', 'Masts in winter', 'harbour masts winter', 1400, 2100],
  ['harbour', 'Slipway from the water', 'harbour slipway water', 2400, 1800],
  ['sky', 'Mackerel sky', 'sky clouds wind', 2400, 1600],
  ['sky', 'A front coming in', 'sky front clouds weather', 2700, 900],
  ['sky', 'Clear after the storm', 'sky clear storm', 1600, 2000],
  ['sky', 'Two gulls, high up', 'sky gulls birds', 2000, 2000],
  ['field', 'Barley in June', 'field barley summer', 2400, 1600],
  ['field', 'Stubble and one oak', 'field oak autumn', 2400, 1500],
  ['field', 'The flying field, empty', 'field grass kites', 2600, 1300],
  ['field', 'Poppies along the fence', 'field poppies fence', 1600, 2400],
  ['night', 'Lights across the bay', 'night lights bay', 2400, 1600],
  ['night', 'Harbour office, late', 'night harbour window', 1600, 2000],
  ['night', 'Lantern walk', 'night lantern people', 2400, 1350],
  ['night', 'Moon over the breakwater', 'night moon breakwater', 1800, 1800],
  ['shore', 'Rope on the jetty', 'shore rope jetty', 2000, 1500],
  ['hills', 'Fog in the valley', 'hills fog valley', 3000, 1200],
]

export const DRAWN: readonly (DrawnPicture & { readonly scene: Scene; readonly seed: number })[] = PICTURES.map(
  ([scene, title, words, width, height], seed) => ({
    id: `pb-${String(seed + 1).padStart(3, '0')}`,
    scene,
    seed,
    title,
    credit: MAKERS[seed % MAKERS.length]!,
    licence: [NAMED!, FREE!, ALIKE!][seed % 3]!,
    width,
    height,
    tags: words.split(' '),
  }),
)

const SKIES: Record<Scene, readonly [string, string]> = {
  shore: ['#dfe7ea', '#f3e3cf'],
  hills: ['#c9dbe3', '#eef0e4'],
  harbour: ['#b9cdd6', '#e9ddd0'],
  sky: ['#7fa5c4', '#e8eef0'],
  field: ['#a9c8dc', '#f4ecd4'],
  night: ['#141c33', '#3a3550'],
}
const GROUNDS: Record<Scene, readonly string[]> = {
  shore: ['#9db4b4', '#c8b48c', '#b39a70'],
  hills: ['#8aa46c', '#6d8a56', '#526f45'],
  harbour: ['#6f8894', '#4f6471', '#8d5a45'],
  sky: ['#6d8a7c'],
  field: ['#c9a94f', '#a98c3e', '#7f8d48'],
  night: ['#1d2740', '#11182b', '#0b101f'],
}

/** The picture as SVG, `width` wide. */
export function svgOf({ scene, seed, width, height }: (typeof DRAWN)[number], at: number): string {
  const random = numbers(seed + 1)
  const between = (from: number, to: number) => from + random() * (to - from)
  const [w, h] = [width, height]
  const horizon = h * (scene === 'sky' ? 0.9 : between(0.45, 0.65))
  const grounds = GROUNDS[scene]
  const bands = grounds.map((colour, i) => {
    const y = horizon + ((h - horizon) * i) / grounds.length
    const sway = h * 0.05
    return `<path d="M0 ${y} C${w * 0.3} ${y - sway} ${w * 0.6} ${y + sway} ${w} ${y - sway / 2} V${h} H0z" fill="${colour}"/>`
  })
  const small = Math.min(w, h)
  const marks = Array.from({ length: 7 }, () => {
    const [x, size] = [between(0.05, 0.95) * w, between(0.03, 0.12) * small]
    if (scene === 'sky' || scene === 'hills')
      return `<ellipse cx="${x}" cy="${between(0.1, 0.8) * horizon}" rx="${size * 2}" ry="${size * 0.5}" fill="#fff" opacity="0.7"/>`
    if (scene === 'night')
      return `<circle cx="${x}" cy="${between(0.1, 0.95) * h}" r="${size * 0.18}" fill="#ffdf9a" opacity="0.9"/>`
    if (scene === 'field')
      return `<path d="M${x} ${horizon + size} v${-size * 1.6} l${size * 0.7} ${size * 0.5} z" fill="#6b5a8e" opacity="0.85"/>`
    return `<rect x="${x}" y="${horizon - size * 1.5}" width="${size * 0.22}" height="${size * 2.6}" fill="#3b3a38"/>`
  })
  const [high, low] = SKIES[scene]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${at}" height="${Math.round((at * h) / w)}" viewBox="0 0 ${w} ${h}" preserveAspectRatio="none"><defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${high}"/><stop offset="1" stop-color="${low}"/></linearGradient></defs><rect width="${w}" height="${h}" fill="url(#s)"/><circle cx="${between(0.15, 0.85) * w}" cy="${horizon * between(0.25, 0.7)}" r="${small * 0.07}" fill="${scene === 'night' ? '#f4efdc' : '#fff6df'}"/>${bands.join('')}${marks.join('')}</svg>`
}

/** Numbers from 0 to 1, the same for the same seed. */
function numbers(seed: number): () => number {
  let state = seed * 2654435761
  return () => {
    state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) >>> 0
    return state / 2 ** 32
  }
}
