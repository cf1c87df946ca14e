import { type Extensions, Node } from '@tiptap/core'
import { Placeholder } from '@tiptap/extensions'
import StarterKit from '@tiptap/starter-kit'
import { isSafeAddress } from '../../../core/post/web-address.ts'
import { LinePictureNode } from './line-picture-node.ts'
import { Subscript, Superscript } from './letter-marks.ts'
import { PostLimits } from './post-limits.ts'
import { RowNode } from './row-node.ts'
import { SelectionBeforeKeys } from './selection-before-keys.ts'
import { ShownPostsNode } from './shown-posts-node.ts'
import { SpaceNode } from './space-node.ts'
import { Steps } from './step-nodes.ts'
import { Tables } from './table-nodes.ts'

/** Rows stand between blocks of text or in steps, never inside lists or quotes. */
const Document = Node.create({ name: 'doc', topNode: true, content: '(block | row | stepBox | shown)+' })

/** Text with the forms that a post has; words in a row have no rules across and no code in blocks. */
const textKit = (whole = true) =>
  StarterKit.configure({
    document: false,
    underline: false,
    // Undo reaches everything of a post, not the text alone, so it lives above the editor.
    undoRedo: false,
    dropcursor: false,
    ...(whole ? {} : { horizontalRule: false as const, codeBlock: false as const }),
    trailingNode: false,
    heading: { levels: [2, 3, 4] },
    // Only a whole address becomes a link by itself: “the end.Next” is a slip of the finger.
    link: {
      openOnClick: false,
      autolink: true,
      isAllowedUri: (address) => isSafeAddress(address),
      shouldAutoLink: (address) => /^(https?:\/\/|mailto:|tel:)/i.test(address),
    },
  }).extend({
    addExtensions() {
      const extensions = this.parent?.() ?? []
      return extensions.map((extension) => {
        if (extension.name === 'link') return extension.extend({ addAttributes: () => ({ href: { default: null } }) })
        // Code in a line may be a link, or bold, like any other letters.
        if (extension.name === 'code') return extension.extend({ excludes: '' })
        if (extension.name === 'codeBlock') return extension.extend({ addAttributes: () => codeAttributes })
        if (extension.name === 'orderedList')
          return extension.extend({
            addAttributes: () => ({
              start: {
                default: 1,
                parseHTML: (element: HTMLElement) => Number(element.getAttribute('start') ?? 1) || 1,
              },
            }),
          })
        return extension
      })
    },
  })

/** A language that the post can't have is none. */
const codeAttributes = {
  language: {
    default: null,
    parseHTML: (element: HTMLElement) =>
      /(?:^|\s)lang(?:uage)?-([\w+#.-]{1,40})(?:\s|$)/.exec(element.querySelector('code')?.className ?? '')?.[1] ??
      null,
    rendered: false,
  },
}

/** Words in a row: text alone. */
export const wordsExtensions = (): Extensions => [
  Node.create({ name: 'doc', topNode: true, content: 'block+' }),
  textKit(false),
  Subscript,
  Superscript,
  LinePictureNode,
  SelectionBeforeKeys,
]

/**
 * The editor's schema: exactly the shape of core/post/body. A test holds the two to each other. `onRefused` is told why
 * a change was kept out.
 */
export const editorExtensions = (onRefused: (why: string) => void = () => {}): Extensions => [
  Document,
  textKit(),
  Subscript,
  Superscript,
  LinePictureNode,
  ...Tables,
  // The empty page says what goes there; the style sheet shows it only where nothing else stands.
  Placeholder.configure({
    placeholder: 'Write or paste here. Pictures go to the ruby line.',
    emptyNodeClass: 'is-empty',
    dataAttribute: 'hint',
    showOnlyCurrent: false,
  }),
  PostLimits.configure({ onRefused }),
  RowNode,
  SpaceNode,
  ShownPostsNode,
  Steps,
  SelectionBeforeKeys,
]
