/** What can be wrong with the words for those who do not see a picture. */
export type AltFault = 'none' | 'file' | 'caption' | 'title' | 'opening' | 'same' | 'long'

export interface DescribedPicture {
  readonly alt: string
  readonly caption: string
  readonly title: string
}

/** A name such as cameras and disks give: "IMG_2041.JPG", "kite-3.png". */
const FILE_NAME = /^\S+\.(jpe?g|png|gif|webp|avif|tiff?|heic)$|^(img|dsc[fn]?|pict?)[-_ ]?\d+$/i
/** That it is a picture is said by every program that reads out: in the languages that blogs speak here. */
const OPENING =
  /^((an?|the|this is an?) )?(image|picture|photo(graph)?|graphic|illustration|drawing|screenshot) (of|showing)\b|^(ein )?(bild|foto|grafik|abbildung|zeichnung) (von|vom|der|des|zeigt)\b|^(une? )?(image|photo(graphie)?|dessin) (de|d’|d'|du|des)|^(una? )?(imagen|foto(grafía)?|dibujo) (de|del)\b|^(zdjęcie|obraz(ek)?|fotografia|rysunek) |^صورة |の(画像|写真)$/iu
/** Longer than a caption: it is read out in one go, without a way to stop and go back. */
export const LONG_ALT = 250

/** Two texts that are read out alike. */
export const asSaid = (text: string): string =>
  text
    .trim()
    .replace(/[.\s]+$/, '')
    .toLowerCase()

/** What is wrong with an alt text; `others` says how many pictures have it, this one included. */
export function altFaults({ alt, caption, title }: DescribedPicture, others?: ReadonlyMap<string, number>): AltFault[] {
  const said = asSaid(alt)
  if (said === '') return ['none']
  const found: AltFault[] = []
  if (FILE_NAME.test(alt.trim())) found.push('file')
  if (said === asSaid(caption)) found.push('caption')
  if (said === asSaid(title)) found.push('title')
  if (OPENING.test(alt.trim())) found.push('opening')
  if ((others?.get(said) ?? 0) > 1) found.push('same')
  if (alt.trim().length > LONG_ALT) found.push('long')
  return found
}

/** How many of the pictures have each alt text. */
export function saidAlike(pictures: readonly DescribedPicture[]): Map<string, number> {
  const found = new Map<string, number>()
  for (const { alt } of pictures) found.set(asSaid(alt), (found.get(asSaid(alt)) ?? 0) + 1)
  return found
}
