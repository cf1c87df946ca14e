import { existsSync, mkdirSync } from 'node:fs'
import { rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { CATALOGUE, type Entry } from './catalogue.ts'
import { seeded } from './draw.ts'

const XML: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const xml = (text: string) => text.replace(/[&<>"]/g, (letter) => XML[letter]!)

function xmp({ title, alt, caption, creator, keywords = [] }: Entry): string {
  const language = (tag: string, text?: string) =>
    text ? `<${tag}><rdf:Alt><rdf:li xml:lang="x-default">${xml(text)}</rdf:li></rdf:Alt></${tag}>` : ''
  const list = (items: readonly string[]) => items.map((item) => `<rdf:li>${xml(item)}</rdf:li>`).join('')
  return `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">${language('dc:title', title)}${language('dc:description', caption)}${creator ? `<dc:creator><rdf:Seq>${list([creator])}</rdf:Seq></dc:creator>` : ''}${keywords.length ? `<dc:subject><rdf:Bag>${list(keywords)}</rdf:Bag></dc:subject>` : ''}${language('Iptc4xmpCore:AltTextAccessibility', alt)}</rdf:Description></rdf:RDF></x:xmpmeta>`
}

const GRAIN = 512

/** A tile of film grain that lies over every picture, so that flat colour looks like a photograph's. */
const grain = sharp({
  create: {
    width: GRAIN,
    height: GRAIN,
    channels: 3,
    background: '#808080',
    noise: { type: 'gaussian', mean: 128, sigma: 9 },
  },
})
  .png()
  .toBuffer()

/** Draws one picture and gives it as a JPEG with its embedded date and texts. */
export async function drawPicture(entry: Entry, seed: number): Promise<Buffer> {
  const { w, h } = entry
  const inner = entry.draw({ w, h, random: seeded(seed) })
  // A tilted horizon is drawn a little larger, so that no corner stays empty.
  const tilt =
    entry.fault === 'tilted'
      ? `transform="rotate(6 ${w / 2} ${h / 2}) translate(${-w * 0.06} ${-h * 0.06}) scale(1.12)"`
      : ''
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><g ${tilt}>${inner}</g></svg>`
  const drawn = await sharp(Buffer.from(svg), { unlimited: true })
    .flatten({ background: '#808080' })
    .composite([{ input: await grain, tile: true, blend: 'soft-light' }])
    .raw()
    .toBuffer({ resolveWithObject: true })
  let picture = sharp(drawn.data, {
    raw: { width: drawn.info.width, height: drawn.info.height, channels: drawn.info.channels as 3 | 4 },
  })
  if (entry.fault === 'dark') picture = picture.linear(0.42, -8)
  if (entry.sideways) picture = picture.rotate(-90)
  const taken = entry.taken.replaceAll('-', ':').replace('T', ' ')
  return picture
    .jpeg({ quality: 86 })
    .withExif({ IFD0: { Make: 'Saltmere', Model: 'Sample 1' }, IFD2: { DateTimeOriginal: taken } })
    .withMetadata(entry.sideways ? { orientation: 6 } : {})
    .withXmp(xmp(entry))
    .toBuffer()
}

/** Draws every picture of the catalogue that the folder does not hold yet, and gives their paths in order. */
export async function generatePictures(
  folder: string,
  told: (done: number, all: number) => void = () => {},
): Promise<string[]> {
  mkdirSync(folder, { recursive: true })
  const paths = CATALOGUE.map((entry) => path.join(folder, entry.name))
  let next = 0
  let done = 0
  async function worker(): Promise<void> {
    while (next < CATALOGUE.length) {
      const i = next++
      if (!existsSync(paths[i]!)) {
        const bytes = await drawPicture(CATALOGUE[i]!, 100 + i)
        await writeFile(`${paths[i]}.part`, bytes)
        await rename(`${paths[i]}.part`, paths[i]!)
      }
      told(++done, CATALOGUE.length)
    }
  }
  await Promise.all([worker(), worker()])
  return paths
}
