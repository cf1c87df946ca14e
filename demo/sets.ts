/** Sets of the sample world, each of the pictures of a sample post, and the shelves that they stand on. */
interface SampleSet {
  readonly name: string
  /** how the title of the post begins whose pictures it has */
  readonly of: string
  readonly shelf: string
  /** its gallery shows the set, and follows it */
  readonly shown?: true
}

export const SAMPLE_SHELVES: readonly { readonly name: string; readonly on?: string }[] = [
  { name: 'Out on the beach' },
  { name: 'In the workshop' },
  { name: 'Line and knots', on: 'In the workshop' },
]

export const SAMPLE_SETS: readonly SampleSet[] = [
  { name: 'The year in kites', of: 'The year', shelf: 'Out on the beach', shown: true },
  { name: 'Seventeen lanterns', of: 'Seventeen lanterns', shelf: 'Out on the beach' },
  { name: 'First flights', of: 'First flights', shelf: 'Out on the beach' },
  { name: 'A rokkaku, from spar to sky', of: 'A rokkaku', shelf: 'In the workshop' },
  { name: 'Four knots', of: 'Four knots', shelf: 'Line and knots' },
]
