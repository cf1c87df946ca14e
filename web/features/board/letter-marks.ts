import { Mark } from '@tiptap/core'

/** Letters below and above the line. One takes the other's place. */
const raised = (name: 'subscript' | 'superscript', tag: 'sub' | 'sup', other: string) =>
  Mark.create({
    name,
    excludes: `${name} ${other}`,
    parseHTML: () => [{ tag }, { style: `vertical-align=${tag === 'sub' ? 'sub' : 'super'}` }],
    renderHTML: () => [tag, 0],
  })

export const Subscript = raised('subscript', 'sub', 'superscript')
export const Superscript = raised('superscript', 'sup', 'subscript')
