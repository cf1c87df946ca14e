import { useEditorState } from '@tiptap/react'
import { useEffect, useState } from 'react'
import { isSafeAddress } from '../../../core/post/web-address.ts'
import { Button } from '../../ui/button.tsx'
import { count } from '../../ui/words.ts'
import { useBoard } from './board-context.tsx'
import { OtherForms } from './other-forms.tsx'
import { bodyOf } from './page-nodes.ts'
import { chosenBlocks, stepAtCaret, toggleSteps } from './step-edits.ts'
import { intoRow } from './words-into-row.ts'
import { rowBeside } from '../../../core/post/changes/words-in-row.ts'
import { TextSelection } from '@tiptap/pm/state'
import { WhichShow } from './show-tool.tsx'
import { selectedShow } from './shown-posts-node.ts'
import { Tool, TOOL_LINE } from './text-tool.tsx'
import { ToolSlip } from './tool-slip.tsx'
import { growSpace, putSpace, spaceLines } from './space-node.ts'

/** The few forms that text can take. */
export function TextTools() {
  const { editor } = useBoard()
  const state = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      paragraph: now.isActive('paragraph') && !now.isActive('listItem') && !now.isActive('blockquote'),
      h2: now.isActive('heading', { level: 2 }),
      h3: now.isActive('heading', { level: 3 }),
      h4: now.isActive('heading', { level: 4 }),
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      bullets: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
      quote: now.isActive('blockquote'),
      link: now.isActive('link'),
      space: spaceLines(now),
      show: selectedShow(now),
      steps: stepAtCaret(now) >= 0,
      beside:
        now.state.selection instanceof TextSelection && rowBeside(bodyOf(now.state.doc), chosenBlocks(now).from)?.id,
      stepWords: now.isActive('step'),
    }),
  })
  const chain = () => editor.chain().focus()
  return (
    <div role="toolbar" aria-label="Text" className={TOOL_LINE}>
      <Tool
        label="Text"
        title="Plain paragraph (Ctrl Alt 0)"
        on={state.paragraph}
        onPress={() => (state.stepWords ? toggleSteps(editor) : chain().setParagraph().run())}
      />
      {([2, 3, 4] as const).map((level) => (
        <Tool
          key={level}
          label={['Heading', 'Smaller', 'Smallest'][level - 2]}
          title={`${['Heading', 'Smaller heading', 'Smallest heading'][level - 2]} (Ctrl Alt ${level})`}
          on={state[`h${level}`]}
          onPress={() => {
            if (state.stepWords) toggleSteps(editor)
            chain().toggleHeading({ level }).run()
          }}
        />
      ))}
      <span aria-hidden className="mx-1 h-4 border-l border-hairline" />
      <Tool label={<b>Bold</b>} title="Bold (Ctrl B)" on={state.bold} onPress={() => chain().toggleBold().run()} />
      <Tool
        label={<i>Italic</i>}
        title="Italic (Ctrl I)"
        on={state.italic}
        onPress={() => chain().toggleItalic().run()}
      />
      <LinkTool on={state.link} />
      <span aria-hidden className="mx-1 h-4 border-l border-hairline" />
      <Tool
        label="List"
        title="List (Ctrl Shift 8)"
        on={state.bullets}
        onPress={() => chain().toggleBulletList().run()}
      />
      <Tool
        label="Numbered"
        title="Numbered list (Ctrl Shift 7)"
        on={state.numbers}
        onPress={() => chain().toggleOrderedList().run()}
      />
      <Tool
        label="Steps"
        title="Steps: each is words and its pictures (Ctrl Shift 9)"
        on={state.steps}
        onPress={() => toggleSteps(editor)}
      />
      <Tool
        label="Quote"
        title="Quote (Ctrl Shift B)"
        on={state.quote}
        onPress={() => chain().toggleBlockquote().run()}
      />
      <Tool
        label="Space"
        title="An empty stretch after this paragraph"
        on={state.space !== null}
        onPress={() => putSpace(editor)}
      />
      <OtherForms />
      {state.show !== null && <WhichShow show={state.show} />}
      {state.beside && (
        <Tool
          label="Into the row"
          title="These words become a column of the row beside them (Ctrl Shift L)"
          onPress={() => intoRow(editor)}
        />
      )}
      {state.space !== null && (
        <span className="figures flex items-center whitespace-nowrap" title={`${count(state.space, 'line')} high`}>
          <Tool label="−" title="A line less (−)" onPress={() => growSpace(editor, -1)} />
          {state.space}
          <span className="sr-only"> lines high</span>
          <Tool label="+" title="A line more (+)" onPress={() => growSpace(editor, 1)} />
        </span>
      )}
    </div>
  )
}

function LinkTool({ on }: { on: boolean }) {
  const { editor } = useBoard()
  const [open, setOpen] = useState(false)
  const [address, setAddress] = useState('')
  const fault =
    address && !isSafeAddress(address)
      ? 'Links may start with http://, https://, mailto: or tel:, or be a path of this blog.'
      : ''

  const show = () => {
    setAddress((editor.getAttributes('link').href as string | undefined) ?? '')
    setOpen(true)
  }
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault()
        setAddress((editor.getAttributes('link').href as string | undefined) ?? '')
        setOpen(true)
      }
    }
    const dom = editor.view.dom
    dom.addEventListener('keydown', onKey)
    return () => dom.removeEventListener('keydown', onKey)
  }, [editor])

  function apply() {
    if (fault) return
    const typed = address.trim()
    // A bare name of a site is meant as one.
    const href = /^[\w-]+(\.[\w-]+)+([/?#]|$)/.test(typed) ? `https://${typed}` : typed
    const { empty } = editor.state.selection
    const chain = editor.chain().focus().extendMarkRange('link')
    if (!href) chain.unsetLink().run()
    else if (empty && !editor.isActive('link'))
      chain.insertContent({ type: 'text', text: href, marks: [{ type: 'link', attrs: { href } }] }).run()
    else chain.setLink({ href }).run()
    setOpen(false)
  }
  return (
    <ToolSlip
      label="Link"
      open={open}
      onOpenChange={setOpen}
      className="w-80 p-3"
      tool={<Tool label="Link" title="Link (Ctrl K)" on={on} onPress={show} />}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          apply()
        }}
      >
        <label className="label-narrow text-soft" htmlFor="link-address">
          Where the link leads; empty takes it away
        </label>
        <input
          id="link-address"
          autoFocus
          className="mt-1 w-full rounded-sm border border-edge px-2 py-1"
          value={address}
          onChange={(event) => setAddress(event.target.value)}
          placeholder="https://…"
        />
        {fault && <p className="mt-1 text-ruby">{fault}</p>}
        <div className="mt-2 flex gap-2">
          <Button look="ink" type="submit" small disabled={fault !== ''}>
            Set the link
          </Button>
          <Button small onClick={() => setOpen(false)}>
            Leave it
          </Button>
        </div>
      </form>
    </ToolSlip>
  )
}
