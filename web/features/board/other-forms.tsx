import { useEditorState } from '@tiptap/react'
import { useLayoutEffect, useRef, useState } from 'react'
import { useBoard } from './board-context.tsx'
import { editTable, hasRoom, putTable, TABLE_EDITS, tableAtCaret, toggleHeads } from './table-nodes.ts'
import { Tool, TOOL_LINE } from './text-tool.tsx'
import { pictureStore } from '../../api/queries.ts'
import { PicturePicker } from '../pictures/picture-picker.tsx'
import { useNotices } from '../../ui/notices.tsx'
import { putLinePicture } from './line-picture-node.ts'
import { ShowTool } from './show-tool.tsx'
import { selectedShow } from './shown-posts-node.ts'
import { ToolSlip } from './tool-slip.tsx'

/** Forms of text that few posts need. */
export function OtherForms() {
  const { editor } = useBoard()
  const { say } = useNotices()
  const [open, setOpen] = useState(false)
  const [picking, setPicking] = useState(false)
  const state = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      code: now.isActive('code'),
      struck: now.isActive('strike'),
      lowered: now.isActive('subscript'),
      raised: now.isActive('superscript'),
      codeBlock: now.isActive('codeBlock'),
      table: tableAtCaret(now) !== null,
      show: selectedShow(now) !== null,
    }),
  })
  const chain = () => editor.chain().focus()
  const forms = [
    { label: <code>Code</code>, title: 'Code in a line (Ctrl E)', on: state.code, does: () => chain().toggleCode() },
    { label: <s>Struck</s>, title: 'Struck out', on: state.struck, does: () => chain().toggleStrike() },
    {
      label: 'Raised',
      title: 'Small letters above the line',
      on: state.raised,
      does: () => chain().toggleMark('superscript'),
    },
    {
      label: 'Lowered',
      title: 'Small letters below the line',
      on: state.lowered,
      does: () => chain().toggleMark('subscript'),
    },
    {
      label: 'Lines of code',
      title: 'Lines of code, kept as they are typed; Ctrl Enter goes on below',
      on: state.codeBlock,
      does: () => chain().toggleCodeBlock(),
    },
    { label: 'Rule', title: 'A line across the page', on: false, does: () => chain().setHorizontalRule() },
  ]
  const pick = ([id]: readonly string[]) => {
    const picture = id === undefined ? undefined : pictureStore.get(id)
    if (picture && !putLinePicture(editor, picture)) say('No picture can stand within a line here.')
  }
  return (
    <>
      <ToolSlip
        label="More forms of text"
        open={open}
        onOpenChange={setOpen}
        className="flex max-w-[calc(100vw-16px)] flex-wrap items-center gap-0.5 p-2"
        tool={
          <Tool
            label="More…"
            title="Code, tables, rules, slideshows of posts, pictures within a line, struck, raised and lowered letters"
            on={Object.values(state).some(Boolean)}
            onPress={() => setOpen(!open)}
          />
        }
      >
        {forms.map(({ does, ...form }) => (
          <Tool
            key={form.title}
            {...form}
            onPress={() => {
              does().run()
              setOpen(false)
            }}
          />
        ))}
        <Tool
          label="Table"
          title="A table after this paragraph"
          on={state.table}
          onPress={() => {
            if (!state.table) putTable(editor)
            setOpen(false)
          }}
        />
        <ShowTool on={state.show} onDone={() => setOpen(false)} />
        <Tool
          label="Picture in the line…"
          title="A small picture where the caret is, as high as the letters"
          on={false}
          onPress={() => {
            setOpen(false)
            setPicking(true)
          }}
        />
      </ToolSlip>
      <PicturePicker
        open={picking}
        onOpenChange={setPicking}
        title="Choose a picture for the line"
        onPick={pick}
        onClosed={() => editor.commands.focus()}
      />
    </>
  )
}

/** What is done with the table that holds the caret: a line of its own below the other tools, while the page stays where it is. */
export function TableTools() {
  const { editor } = useBoard()
  const table = useEditorState({ editor, selector: ({ editor: now }) => tableAtCaret(now) })
  return table && <TableLine table={table} />
}

function TableLine({ table }: { table: NonNullable<ReturnType<typeof tableAtCaret>> }) {
  const { editor } = useBoard()
  const line = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    const scroller = document.querySelector('[data-scroller]')
    const high = line.current?.offsetHeight ?? 0
    scroller?.scrollBy(0, high)
    return () => scroller?.scrollBy(0, -high)
  }, [])
  return (
    <div ref={line} role="toolbar" aria-label="Table" className={TOOL_LINE}>
      <span className="figures px-2 whitespace-nowrap">
        {table.rows} × {table.columns}
      </span>
      <Tool
        label="Heads"
        title="The first row says what stands in the columns"
        on={table.heads}
        onPress={() => toggleHeads(editor)}
      />
      {Object.entries(TABLE_EDITS).map(
        ([label, edit]) =>
          hasRoom(edit, table) && (
            <Tool key={label} label={label} title={label} onPress={() => editTable(editor, edit)} />
          ),
      )}
    </div>
  )
}
