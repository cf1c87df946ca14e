/** The provider's films: drawn, each by its number. */
export interface Film {
  readonly id: string
  readonly title: string
  readonly by: string
  readonly seconds: number
  /** width / height */
  readonly shape: number
  /** its maker lets nobody else show it */
  readonly shut: boolean
  readonly colours: readonly [sky: string, ground: string, kite: string]
}

export const FILMS: readonly Film[] = [
  {
    id: 'first-lift',
    title: 'First lift of the long kite',
    by: 'Orla Venn',
    seconds: 151,
    shape: 16 / 9,
    shut: false,
    colours: ['#9cc4d8', '#c8b48c', '#b8281f'],
  },
  {
    id: 'bridle-by-hand',
    title: 'A bridle tied by hand',
    by: 'Tam Hollis',
    seconds: 384,
    shape: 16 / 9,
    shut: false,
    colours: ['#e9ddd0', '#8d5a45', '#2f7d5b'],
  },
  {
    id: 'lantern-line',
    title: 'The lantern line goes up',
    by: 'Orla Venn',
    seconds: 47,
    shape: 2.35,
    shut: false,
    colours: ['#141c33', '#0b101f', '#ffdf9a'],
  },
  {
    id: 'kept-at-home',
    title: 'For the club alone',
    by: 'Tam Hollis',
    seconds: 60,
    shape: 16 / 9,
    shut: true,
    colours: ['#cccccc', '#999999', '#666666'],
  },
]

/** A moment of the film, as SVG. */
export function filmOf({ colours: [sky, ground, kite] }: Film, w: number, h: number): string {
  const [x, y, size] = [w * 0.58, h * 0.36, h * 0.2]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><rect width="${w}" height="${h}" fill="${sky}"/><path d="M0 ${h * 0.78} C${w * 0.3} ${h * 0.7} ${w * 0.6} ${h * 0.86} ${w} ${h * 0.76} V${h} H0z" fill="${ground}"/><g class="kite"><path d="M${x} ${y - size} l${size * 0.6} ${size} -${size * 0.6} ${size * 0.9} -${size * 0.6} -${size * 0.9}z" fill="${kite}"/><path d="M${x} ${y + size * 0.9} Q${w * 0.5} ${h * 0.7} ${w * 0.3} ${h * 0.86}" fill="none" stroke="#1d1b18" stroke-width="2"/></g></svg>`
}
