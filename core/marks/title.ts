import type { Check } from './mark.ts'

export const title: Check = ({ content }) =>
  content.title.trim()
    ? []
    : [
        {
          key: 'title',
          weight: 'must mend',
          words: 'The post has no title: lists and browser tabs would call it “Untitled”.',
          place: { at: 'title' },
        },
      ]
