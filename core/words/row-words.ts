import type { FactOf, Fold, Lines, RowFact, RowMend, RowSize, ScreenBytes, Size } from '../facts/row-fact.ts'
import { bytesInWords } from '../files/bytes-in-words.ts'
import { MOST_OF_SCREEN } from '../facts/size.ts'
import type { OnClick } from '../post/on-click.ts'
import { agreeing, capital, count, listed, percent, range, spelled, whole } from './numbers.ts'

/** What a row will do, in plain words with figures: a sentence or two for each kind of fact. */
const WORDS: { readonly [T in RowFact['about']]: (fact: FactOf<T>) => string } = {
  size: ({ size, towers }) =>
    towers === null
      ? sizeWords(size)
      : `${sizeWords(size)} A picture of ${whole(towers)} px is over ${MOST_OF_SCREEN} screens high.`,

  crop({ crop }) {
    switch (crop.as) {
      case 'none':
        return 'Nothing cropped.'
      case 'lost':
        return `Leaves out ${percent(crop.mean)} on average, ${percent(crop.most)} of picture ${crop.picture + 1}, around its focus point.`
      case 'empty':
        return `Nothing cropped. Picture ${crop.picture + 1} leaves ${percent(crop.most)} of the frame empty.`
    }
  },

  phone: phoneWords,

  runs({ pictures, seconds, starts }) {
    const all = whole(pictures * seconds)
    const time = all < 90 ? `${all} s` : `${Math.floor(all / 60)} min ${all % 60} s`
    const by = starts ? 'Starts by itself, except where motion is unwelcome.' : 'Runs when a reader starts it.'
    return `${pictures} pictures of ${seconds} s, ${time} in all. ${by}`
  },

  captions: (fact) =>
    'room' in fact
      ? `Room is kept for the longest caption: ${linesWords(fact.room)}.`
      : 'below' in fact
        ? fact.below
            .map(
              ({ picture, lines: count, key }) =>
                `The caption of picture ${picture + 1} stands below the row as “${key}”: under its picture it would take ${lines(count)}.`,
            )
            .join(' ')
        : `Shown over a picture while it is pointed at; the longest covers ${percent(Math.min(1, fact.covers))} of picture ${fact.picture + 1}. Always shown on touch screens, two lines at most.`,

  filter: ({ tags, lines }) =>
    lines
      ? `${tags === 1 ? 'One tag' : `${tags} tags`} in ${linesWords(lines)}.`
      : 'Readers find none: no tag is left that tells some of these pictures from the others.',

  sharp({ density, shown, has, picture }) {
    const figures = `${picture === null ? 'it' : `picture ${picture + 1}`} is shown up to ${whole(shown)} px wide and has ${has}`
    if (density >= 2) return `Good for 2× screens: ${figures}.`
    return density >= 1 ? `Sharp on plain screens, a little soft on 2×: ${figures}.` : `Too small here: ${figures}.`
  },

  weight: ({ screens }) => `${capital(listed(screens.map(bytesWords)))}, once all is seen.`,

  first: (fact) =>
    'ahead' in fact
      ? `What is shown and one ahead: ${fact.ahead.map(bytesWords).join(', ')}.`
      : `${fact.shown} of ${fact.shown + fact.rest} pictures; ${agreeing(fact.rest, 'the other one when a reader asks for it', `the other ${fact.rest} when a reader asks for them`)}.`,

  click({ click, otherwise, apart, of, tries }) {
    const without = otherwise ? ` Without scripts it opens its ${otherwise}.` : ''
    const which = apart === of ? 'Every picture has' : apart === 1 ? 'One picture has' : `${apart} pictures have`
    const differ = apart === 0 ? '' : ` ${which} a click of ${agreeing(apart, 'its', 'their')} own.`
    return `A click ${clickWords(click)}.${without}${differ}${tries ? ' T or Ctrl-click tries it.' : ''}`
  },

  pointers({ pointers, least, shown, picture }) {
    const where = picture === null ? 'it' : `picture ${picture + 1}`
    if (least === null) return `${count(pointers, 'pointer')}. Two of ${where} lie on each other at every width.`
    return `${count(pointers, 'pointer')}. They need ${least} px; where ${where} is narrowest it has ${shown}.`
  },

  words(fact) {
    if (!fact.shown)
      return 'Its words are not shown as it is now: pictures alone, or side by side, have words between them.'
    const over = Math.round(fact.words - fact.pictures)
    const now = fact.folded
      ? 'Words stand below their picture.'
      : over > 0
        ? `The words are ${over} px higher than the pictures.`
        : `The words are ${whole(fact.words)} high beside pictures of ${whole(fact.pictures)}.`
    return fact.folded ? now : `${now} Below ${Math.ceil(fact.until)} px of room they stand under them.`
  },

  text(fact) {
    if (fact.beside === null) return `Under ${fact.least} characters would be left beside it, so it stands alone.`
    const { charactersPerLine, lines, filled, ends, short } = fact.beside
    const first = `${charactersPerLine} characters a line beside it, ${lines} lines.`
    if (short)
      return `${first} Under ${short.least} reads badly; up to ${Math.floor(short.widest)} px wide would be good.`
    if (!ends) return `${first} The text is long enough.`
    const what = ends === 'heading' ? 'A heading comes up beside it' : 'The text ends beside it'
    return `${first} ${what}: ${filled} of ${lines} lines are filled.`
  },
}

/** A fact in words. */
export const factInWords = (fact: RowFact): string => (WORDS[fact.about] as (fact: RowFact) => string)(fact)

/** What a press on a mend does: "Make it 240 px wide". */
export function mendInWords({ by }: RowMend): string {
  switch (by.way) {
    case 'px':
      return `Make it ${by.px} px wide`
    case 'share':
      return `Make it ${by.percent} % wide`
    case 'words':
      return `Give the words ${by.percent} %`
    case 'standing alone':
      return 'Let it stand alone'
    case 'waiting for a reader':
      return 'Let a reader start it'
    case 'no filter':
      return 'Leave the filter out'
  }
}

const sides = ({ w, h }: Size): string => `${whole(w)} × ${whole(h)}`
const bytesWords = ({ screen, bytes }: ScreenBytes): string => `${screen} ${bytesInWords(bytes)}`
const lines = (n: number): string => (n === 1 ? 'one line' : count(n, 'line'))
const linesWords = ({ wide, phone }: Lines): string =>
  wide === phone ? lines(wide) : `${lines(wide)}, on a phone ${phone}`

function sizeWords(size: RowSize & { readonly cropped: boolean }): string {
  const uncut = size.cropped ? '' : ' Nothing cropped.'
  switch (size.as) {
    case 'one':
      return `${whole(size.w)} wide, ${whole(size.h)} high.${uncut}`
    case 'cells':
      return `${size.across} across, each ${sides(size)}; ${whole(size.height)} high in all.`
    case 'strip':
      return `${size.slides} slides${size.across > 1 ? `, ${spelled(size.across)} across,` : ''} in a frame ${sides(size.frame)}.${size.whole ? ' Shown whole.' : ''}`
    case 'columns':
      return `${size.columns} columns of ${whole(size.w)}; ${whole(size.height)} high in all.${uncut}`
    case 'lines': {
      const { counts } = size
      const those = counts.length === 1 ? 'One line' : `Lines of ${listed(counts.map(spelled))}`
      return `${those}, ${range(size.heights)} high; ${whole(size.height)} in all.${uncut}`
    }
    case 'boxes':
      return `${boxesWords(size.boxes, size.height)}.${uncut}`
  }
}

function boxesWords(boxes: readonly Size[], height: number): string {
  const heights = new Set(boxes.map(({ h }) => whole(h)))
  if (heights.size === 1) return `${listed(boxes.map(({ w }) => String(whole(w))))} wide, all ${[...heights][0]} high`
  return boxes.length <= 3
    ? `${listed(boxes.map(sides))}; ${whole(height)} high in all`
    : `${range(boxes.map(({ w }) => w))} wide, ${range(boxes.map(({ h }) => h))} high; ${whole(height)} high in all`
}

function phoneWords({ fold, height, until, oneLine, tooMany }: FactOf<'phone'>): string {
  const high = `${whole(height)} high`
  switch (fold.to) {
    case 'one':
      return until === null
        ? `On a phone ${whole(fold.w)} wide, ${high}.`
        : `Stands alone below a column of ${whole(until)} px; on a phone ${whole(fold.w)} wide.`
    case 'strip':
      return `Swiped on a phone, ${fold.across > 1 ? `${spelled(fold.across)} across, ` : ''}${high}.`
    case 'cells':
      return `${capital(spelled(fold.across))} across on a phone, each ${whole(fold.w)} wide; ${high} in all.`
    case 'same':
      return `Stays as it is on a phone, ${high}.`
    default: {
      const stays = until === null ? '' : `Stays ${oneLine ? 'one row' : 'as it is'} down to ${whole(until)} px; `
      return `${capital(`${stays}${tooMany ? 'Too many for one row; ' : ''}${foldWords(fold)}`)}, ${high}.`
    }
  }
}

function foldWords(fold: Extract<Fold, { to: 'columns' | 'patchwork' | 'lines' }>): string {
  switch (fold.to) {
    case 'columns':
      return `${spelled(fold.columns)} columns on a phone`
    case 'patchwork':
      return 'recomposed for a phone'
    case 'lines': {
      if (fold.counts.every((n) => n === 1)) return 'on a phone one below the other'
      return `on a phone ${fold.counts.length <= 4 ? fold.counts.map(spelled).join(', then ') : `in ${fold.counts.length} lines`}`
    }
  }
}

function clickWords(click: OnClick): string {
  switch (click.do) {
    case 'nothing':
      return 'does nothing'
    case 'enlarge':
      return 'enlarges the picture'
    case 'picture-file':
      return 'opens the picture file'
    case 'picture-page':
      return 'opens the picture’s page'
    case 'web-address':
      return `leads to ${click.href}${click.newWindow ? ' in a new window' : ''}`
  }
}
