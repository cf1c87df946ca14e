import { EditorContent, useEditor } from '@tiptap/react'
import { useEffect, useRef } from 'react'
import type { TextBlock } from '../../../core/blocks/table.ts'
import { changeWords, giveWordsBack, showsWords } from '../../../core/post/changes/words-in-row.ts'
import { type PlacedWords, WORDS_SHARE } from '../../../core/post/placed-words.ts'
import type { Row } from '../../../core/post/row.ts'
import { Button } from '../../ui/button.tsx'
import { Choice } from '../../ui/choice.tsx'
import { Line, NumberInput } from '../../ui/field.tsx'
import { Select } from '../../ui/select.tsx'
import { useBoard } from '../board/board-context.tsx'
import { wordsExtensions } from '../board/editor-extensions.ts'
import { bodyOf } from '../board/page-nodes.ts'

/** The words that stand in a row: written here, placed, given back to the text. */
export function WordsFields({ row }: { row: Row }) {
  return row.words.map((words, index) => <OnePlace key={index} row={row} words={words} index={index} />)
}

function OnePlace({ row, words, index }: { row: Row; words: PlacedWords; index: number }) {
  const { draft, changeRow } = useBoard()
  const change = (did: string, next: Partial<PlacedWords>, group?: string) =>
    changeRow(did, row.id, (now) => changeWords(now, index, next), group)
  const count = row.pictures.length
  const at = Math.min(words.at, count)
  return (
    <section aria-label={`Words ${index + 1}`} className="flex flex-col gap-1.5 border-t border-hairline pt-1.5">
      <div className="flex items-center gap-2">
        <h3 className="flex-1 font-semibold">Words in the row</h3>
        <Button
          small
          title="They are a paragraph of the text again"
          onClick={() =>
            draft.change('give words back to the text', (post) => ({
              ...post,
              body: giveWordsBack(post.body, row.id, index),
            }))
          }
        >
          Back to the text
        </Button>
      </div>
      {!showsWords(row) && <p className="text-ruby">They are not shown as the row is now, and wait for another way.</p>}
      <WordsEditor
        content={words.content}
        onChange={(content) => change('write words in a row', { content }, `words-${index}`)}
      />
      <Line label="Stand">
        <Select
          label="Where the words stand"
          value={String(at)}
          options={Array.from({ length: count + 1 }, (_, i) => [String(i), placeInWords(i, count)] as const)}
          onChange={(value) => change('move words in a row', { at: Number(value) })}
        />
      </Line>
      <Line label="Share">
        <NumberInput
          label="Share of the words"
          unit="%"
          least={100 * WORDS_SHARE.least}
          most={100 * WORDS_SHARE.most}
          value={Math.round(100 * words.share)}
          onChange={(value) => value !== null && change('change the share of words', { share: value / 100 }, 'share')}
        />
      </Line>
      <Line label="Sit">
        <Choice
          label="How high the words sit"
          value={words.sits}
          onChange={(sits) => change('change how words sit', { sits })}
          options={[
            { value: 'top', label: 'Top' },
            { value: 'middle', label: 'Middle' },
            { value: 'foot', label: 'Foot' },
          ]}
        />
      </Line>
    </section>
  )
}

const placeInWords = (at: number, count: number): string =>
  at === 0
    ? `Before the picture${count > 1 ? 's' : ''}`
    : at === count
      ? `After the picture${count > 1 ? 's' : ''}`
      : `Between picture ${at} and ${at + 1}`

/** Words as they are written; they look in the page as they will, and here as they can be worked on. */
function WordsEditor({ content, onChange }: { content: TextBlock[]; onChange: (content: TextBlock[]) => void }) {
  const latest = useRef(onChange)
  latest.current = onChange
  /** what was written here and has not come back yet: the page is drawn later than one types */
  const written = useRef<TextBlock[][]>([])
  const editor = useEditor({
    extensions: wordsExtensions(),
    content: { type: 'doc', content },
    injectCSS: false,
    editorProps: {
      attributes: {
        'aria-label': 'Words in the row',
        role: 'textbox',
        'aria-multiline': 'true',
        class: 'words-field rounded-sm border border-edge bg-paper px-2 py-1 max-h-48 overflow-y-auto',
      },
    },
    onUpdate: ({ editor: now }) => {
      const blocks = bodyOf(now.state.doc).content as TextBlock[]
      written.current.push(blocks)
      latest.current(blocks)
    },
  })
  const shown = useRef(content)
  useEffect(() => {
    if (content === shown.current) return
    shown.current = content
    const own = written.current.indexOf(content)
    if (own >= 0) {
      written.current.splice(0, own + 1)
      return
    }
    // Undone, or changed elsewhere.
    written.current = []
    editor.commands.setContent({ type: 'doc', content }, { emitUpdate: false })
  }, [content, editor])
  return <EditorContent editor={editor} />
}
