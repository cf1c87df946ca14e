import { webAddress } from '../../../core/post/web-address.ts'
import type { Picture, PictureTextsChange } from '../../../core/wire/picture.ts'

/** A column of the sheet: what it shows of a picture, and what is changed by writing into it. */
export interface Column {
  readonly key: 'title' | 'alt' | 'caption' | 'credit' | 'tags' | 'link' | 'takenAt'
  readonly label: string
  /** share of the width that the sheet has */
  readonly share: number
  readonly text: (picture: Picture) => string
  /** undefined where it can't be that */
  readonly change: (text: string) => PictureTextsChange | undefined
  /** what it has to be, where that is not everything */
  readonly wanted?: string
}

const LONGEST_LINK = 2000
const LONGEST = { title: 300, alt: 2000, caption: 4000, credit: 500 } as const
const plain = (key: keyof typeof LONGEST, label: string, share: number): Column => ({
  key,
  label,
  share,
  text: (picture) => picture[key],
  change: (text) => ({ [key]: text.trim().slice(0, LONGEST[key]) }),
})

/** "2026-03-14 06:31" and with seconds; nothing for never. */
const MOMENT = /^(\d{4})-(\d{2})-(\d{2})(?:[ T](\d{2}):(\d{2})(?::(\d{2}))?)?$/

function momentOf(text: string): string | undefined {
  const [, year, month, day, hour = '00', minute = '00', second = '00'] = MOMENT.exec(text.trim()) ?? []
  if (year === undefined) return undefined
  const iso = `${year}-${month}-${day}T${hour}:${minute}:${second}`
  // A day that no calendar has becomes another one.
  const read = new Date(`${iso}Z`)
  return Number.isNaN(read.getTime()) || read.toISOString().slice(0, 19) !== iso ? undefined : iso
}

export const COLUMNS: readonly Column[] = [
  plain('title', 'Title', 1.1),
  plain('alt', 'Alt text', 1.9),
  plain('caption', 'Caption', 1.5),
  plain('credit', 'Credit', 0.8),
  {
    key: 'tags',
    label: 'Tags',
    share: 0.9,
    text: ({ tags }) => tags.join(', '),
    change: (text) => ({ tags: tagsIn(text) }),
  },
  {
    key: 'link',
    label: 'Click leads to',
    share: 0.8,
    text: ({ link }) => link,
    change: (text) => {
      if (text.trim() === '') return { link: '' }
      const link = webAddress(text)
      return link === undefined || link.length > LONGEST_LINK ? undefined : { link }
    },
    wanted: 'a web address such as https://example.org/kites, for rows whose clicks lead to one',
  },
  {
    key: 'takenAt',
    label: 'Taken',
    share: 0.8,
    text: ({ takenAt }) => takenAt?.replace('T', ' ').replace(/:00$/, '') ?? '',
    change: (text) => {
      if (text.trim() === '') return { takenAt: null }
      const moment = momentOf(text)
      return moment === undefined ? undefined : { takenAt: moment }
    },
    wanted: 'a day such as 2026-03-14, with a time such as 06:31 if you like',
  },
]

/** What a set words of its pictures. */
export const SET_COLUMNS: readonly Column[] = COLUMNS.filter(({ key }) => ['alt', 'caption', 'credit'].includes(key))

/** "launch, Pell Slip," has the tags "launch" and "Pell Slip". */
export const tagsIn = (text: string): string[] =>
  [
    ...new Set(
      text
        .split(',')
        .map((tag) => tag.trim().slice(0, 60))
        .filter(Boolean),
    ),
  ].slice(0, 60)
