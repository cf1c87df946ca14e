import { hasMark } from '../../blocks/inline.ts'
import type { Block } from '../../post/body.ts'
import { LONGEST } from '../../post/limits.ts'
import { type BlockReading, paragraphOf, readBlocks } from './blocks.ts'
import { type LinePicture } from '../../blocks/line-picture.ts'
import { withinLine } from '../../type/line-letter.ts'
import { type Image, inLineOf, isInLine } from './image.ts'
import { groupRow, oneRow } from './rows.ts'
import { styleOf } from './styles.ts'
import { sideOf, widthOf } from './image.ts'
import { type Around, inlineOf, isImage, type Token, tokensOf } from './tokens.ts'
import { type Element, filled, has, isElement } from './tree.ts'
import { arrangementOf, captionOf, imagesIn, type Unit, unitOf, usualAcross } from './units.ts'

/** Letters up to which what follows a picture in its own paragraph is its caption. */
const LONGEST_BELOW = 200

/** A figure: its pictures, and its caption for the one or for all of them. */
export function readFigure(element: Element, reading: BlockReading, around: Around): Block[] {
  const own = element.children.filter(isElement).filter(({ tag }) => tag === 'figcaption')
  const rest = element.children.filter((child) => !own.includes(child as Element))
  const loose = rest.filter((child) => !isElement(child))
  const caption = [captionOf(loose), ...own.map(({ children }) => captionOf(children))].filter(Boolean).join('\n')
  const box: Element = { ...element, children: rest }
  const images = imagesIn(box, reading, around)
  const pictured = own.some((one) => has(one, ({ tag }) => tag === 'img'))
  const inLines = has(box, (inner) => inner.tag === 'img' && inLineOf(inner) !== null)
  if (images.length === 0 || pictured || inLines || caption.length > LONGEST.caption)
    return [
      ...readBlocks(rest, reading, around),
      ...own.flatMap(({ children }) => readBlocks(children, reading, around)),
    ]
  const one = images.length === 1 && captionOf(rest).length + caption.length < LONGEST.caption
  if (one && !has(box, ({ tag }) => /^(table|pre|blockquote|ul|ol)$/.test(tag))) {
    const style = styleOf(element, reading.sheet)
    const image = {
      ...images[0]!,
      side: images[0]!.side ?? sideOf(element, style),
      width: widthOf(element, style) ?? images[0]!.width,
    }
    return oneRow(
      {
        image,
        caption: [captionOf(rest), ...own.map(({ children }) => captionOf(children))].filter(Boolean).join('\n'),
      },
      reading,
    )
  }
  const units = unitsIn(rest.filter(isElement), reading, around)
  if (units && units.length === images.length) {
    const arranged = arrangementOf(box, units, reading) ?? { across: usualAcross(units.length), loose: false }
    return groupRow(units, arranged, caption, reading)
  }
  return [...readBlocks(rest, reading, around), ...own.flatMap(({ children }) => readBlocks(children, reading, around))]
}

/** Every part as pictures with their words, through boxes that hold nothing else; undefined where anything else stands there. */
function unitsIn(parts: readonly Element[], reading: BlockReading, around: Around): Unit[] | undefined {
  const units: Unit[] = []
  for (const part of parts) {
    const unit = unitOf(part, reading, around)
    if (unit) {
      units.push(unit)
      continue
    }
    if (imagesIn(part, reading, around).length === 0) return undefined
    const inside = filled(part)
    const inner = inside.every(isElement) ? unitsIn(inside, reading, around) : undefined
    if (!inner) return undefined
    units.push(...inner)
  }
  return units
}

const isBreak = (token: Token): boolean => 'inline' in token && token.inline.type === 'hardBreak'
const isBlank = (token: Token): boolean =>
  'inline' in token && token.inline.type === 'text' && !token.inline.text.trim()

/** A line in which words and pictures may stand together. */
export function readMixed(tokens: readonly Token[], reading: BlockReading): Block[] {
  // Where paragraphs are not said, empty lines part the text.
  const parts = reading.markdown ? [tokens] : atEmptyLines(tokens)
  return parts.flatMap((part) => readLine(part, reading))
}

function atEmptyLines(tokens: readonly Token[]): Token[][] {
  const parts: Token[][] = [[]]
  let breaks = 0
  for (const token of tokens) {
    if (isBreak(token)) breaks++
    else if (!isBlank(token)) {
      if (breaks > 1 && parts.at(-1)!.length > 0) parts.push([])
      breaks = 0
    }
    parts.at(-1)!.push(token)
  }
  return parts
}

/** Pictures that stand where letters would become parts of their line. */
/** `always`: where only words may stand, small ones do so by themselves too. */
export function lined(tokens: readonly Token[], reading: BlockReading, always = false): Token[] {
  const worded = always || tokens.some((token) => !isImage(token) && !isBlank(token) && !isBreak(token))
  return tokens.map((token, i) => {
    if (!isImage(token)) return token
    const { image, marks } = token
    const within =
      image.inLine || (worded && (isInLine(image) || (!image.side && !image.width && withinSentence(tokens, i))))
    return within
      ? {
          inline: {
            type: 'linePicture',
            attrs: linePictureOf(image, reading),
            ...(marks.length ? { marks: [...marks] } : {}),
          },
        }
      : token
  })
}

function linePictureOf(image: Image, { pictures, markdown }: BlockReading): LinePicture {
  const { inLine } = image
  const id = pictures.idOf(image)
  const said = image.alt?.slice(0, LONGEST.alt)
  const inherits =
    inLine?.own === false ||
    (inLine?.own !== true && (said === undefined || (markdown && !said) || said === pictures.inherited(id, null).alt))
  return {
    id,
    wide: inLine?.wide ?? withinLine(pictures.shapeOf?.(id) ?? image.shape ?? 1),
    alt: inherits ? null : (said ?? ''),
  }
}

function readLine(all: readonly Token[], reading: BlockReading): Block[] {
  const tokens = lined(all, reading)
  const content = inlineOf(tokens)
  if (!tokens.some(isImage)) return paragraphOf(hasWords(content) ? content : [])
  if (!hasWords(content)) return picturesAlone(tokens, reading)
  return captionedPicture(tokens, reading) ?? splitAtPictures(tokens, reading)
}

const hasWords = (content: ReturnType<typeof inlineOf>): boolean =>
  content.some((part) => part.type === 'linePicture' || (part.type === 'text' && part.text.trim() !== ''))

/** Pictures in one line stand side by side; a break begins another row. */
function picturesAlone(tokens: readonly Token[], reading: BlockReading): Block[] {
  const lines: Unit[][] = [[]]
  for (const token of tokens)
    if (isImage(token)) lines.at(-1)!.push({ image: token.image, caption: '' })
    else if (isBreak(token)) lines.push([])
  const filled = lines.filter((line) => line.length > 0)
  const across = Math.max(...filled.map(({ length }) => length))
  // Lines of as many pictures each, the last perhaps of fewer, are one gallery.
  const even = filled.length > 1 && across > 1 && filled.slice(0, -1).every(({ length }) => length === across)
  if (even) return groupRow(filled.flat(), { across, loose: false }, '', reading)
  return filled.flatMap((line) =>
    line.length === 1
      ? oneRow(line[0]!, reading)
      : groupRow(line, { across: line.length > 6 ? usualAcross(line.length) : line.length, loose: false }, '', reading),
  )
}

/** Letters in italics, or none. */
const isItalic = (token: Token): boolean =>
  isBlank(token) || isBreak(token) || ('inline' in token && hasMark(token.inline, 'italic'))

/** A picture, a break, and a few words: its caption. So many of these after one another are so many pictures with captions. */
function captionedPicture(tokens: readonly Token[], reading: BlockReading): Block[] | undefined {
  const parts: { image: Unit['image']; words: Token[] }[] = []
  for (const token of tokens) {
    const last = parts.at(-1)
    if (isImage(token)) parts.push({ image: token.image, words: [] })
    else if (last) last.words.push(token)
    else if (!isBlank(token) && !isBreak(token)) return undefined
  }
  const units = parts.map(({ image, words }): Unit | undefined => {
    const first = words.find((token) => !isBlank(token))
    if (first && !isBreak(first) && !(parts.length === 1 && words.every(isItalic))) return undefined
    const content = inlineOf(words)
    const caption = content.map((part) => (part.type === 'text' ? part.text : '\n')).join('')
    // A link, or a picture in its line, would be lost in a caption.
    const marked = content.some(
      (part) => part.type === 'linePicture' || part.marks?.some(({ type }) => type === 'link'),
    )
    return caption.length > LONGEST_BELOW || marked ? undefined : { image, caption: caption.trim() }
  })
  if (!units.every((unit) => unit !== undefined)) return undefined
  return units.length === 1
    ? oneRow(units[0]!, reading)
    : groupRow(units, { across: usualAcross(units.length), loose: false }, '', reading)
}

/** Whether a sentence goes on over a picture of which no width is said: it does not end before it, and what follows begins none. */
function withinSentence(tokens: readonly Token[], at: number): boolean {
  const isNext = (token: Token) => !isImage(token) && !isBlank(token)
  const textOf = (token: Token | undefined) =>
    token && 'inline' in token && token.inline.type === 'text' ? token.inline.text : ''
  const before = textOf(tokens.slice(0, at).filter(isNext).at(-1))
  const behind = textOf(tokens.slice(at + 1).find(isNext))
  return before !== '' && !/[.!?…:;]\P{L}*$/u.test(before) && /^\s*[\p{Ll}\p{P}]/u.test(behind)
}

/** Words around pictures: those that float stand beside the words, as they did; others part them. */
function splitAtPictures(tokens: readonly Token[], reading: BlockReading): Block[] {
  const blocks: Block[] = []
  let words: Token[] = []
  const flush = () => {
    blocks.push(...paragraphOf(inlineOf(words)))
    words = []
  }
  let run: Unit[] = []
  const flushRun = () => {
    if (run.length === 0) return
    flush()
    blocks.push(
      ...(run.length === 1
        ? oneRow(run[0]!, reading)
        : groupRow(run, { across: usualAcross(run.length), loose: false }, '', reading)),
    )
    run = []
  }
  for (const token of tokens) {
    if (!isImage(token)) {
      if (run.length && !isBlank(token) && !isBreak(token)) flushRun()
      words.push(token)
      continue
    }
    const unit = { image: token.image, caption: '' }
    if (token.image.side && words.every(isBlank)) blocks.push(...oneRow(unit, reading))
    else run.push(unit)
  }
  flushRun()
  flush()
  return blocks
}

/** The words of these nodes as one line. */
export const lineOf = (element: Element, reading: BlockReading, around: Around) =>
  inlineOf(lined(tokensOf(element.children, around, reading), reading, true))
