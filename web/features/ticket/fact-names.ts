import type { RowFact } from '../../../core/facts/row-fact.ts'

/** What each fact is about, as short as it stands before it. */
export const ABOUT: Record<RowFact['about'], string> = {
  size: 'size',
  crop: 'crop',
  phone: 'phone',
  pointers: 'pointers',
  sharp: 'sharp',
  weight: 'weight',
  words: 'words',
  text: 'beside',
  runs: 'runs',
  first: 'at first',
  captions: 'captions',
  filter: 'filter',
  click: 'click',
}
