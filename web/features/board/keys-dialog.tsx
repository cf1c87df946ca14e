import { Dialog } from '../../ui/dialog.tsx'

const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Anywhere',
    [
      ['Ctrl Z', 'Undo, as far back as the post goes'],
      ['Ctrl Shift Z', 'Redo'],
      ['Ctrl S', 'Save now'],
      ['F6', 'On to the next part: page, ticket, tray, spine'],
      ['?', 'This list'],
    ],
  ],
  [
    'In the tray',
    [
      ['← →', 'From picture to picture'],
      ['Space', 'Choose the picture, or let it go'],
      ['Shift ← →', 'Choose a range'],
      ['Ctrl A', 'Choose all'],
      ['Esc', 'Choose none'],
      ['Alt ↑ ↓', 'Move the ruby line'],
      ['Enter', 'Set what is chosen in the first of its ways'],
      ['1 to 9', 'Set it in this way'],
      ['↑', 'Up to the ways'],
    ],
  ],
  [
    'With a row selected',
    [
      ['Alt ↑ ↓', 'Move the row up or down'],
      ['Alt ← →', 'Move the chosen picture along the row'],
      ['[ ]', 'Choose the picture before or after'],
      ['W', 'Its ways: turn it into any other arrangement'],
      [', .', 'The composition before or after, of a patchwork'],
      ['T, Ctrl-click', 'Try what a click on the picture does in the post'],
      ['P', 'Play a slideshow in its place, or stop it'],
      ['Delete', 'Take the row out; its pictures wait in the tray'],
      ['Esc', 'Back to the text'],
    ],
  ],
  [
    'In the ways',
    [
      ['← →', 'From way to way, shown in the page'],
      ['↑ ↓', 'Other proposals of the same kind'],
      ['1 to 9, Enter', 'Set this way'],
      ['Esc', 'Leave all as it was'],
    ],
  ],
  [
    'In the text',
    [
      ['Ctrl B, Ctrl I', 'Bold, italic'],
      ['Ctrl K', 'Link'],
      ['Ctrl Alt 2, 3, 4', 'Headings'],
      ['Ctrl Shift 8, 7', 'List, numbered list'],
      ['Ctrl Shift B', 'Quote'],
      ['Ctrl Alt 0', 'Plain paragraph'],
    ],
  ],
]

export function KeysDialog({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keys" width={720} about="On a Mac, Cmd stands for Ctrl.">
      <div className="grid grid-cols-2 gap-x-8 gap-y-5">
        {KEYS.map(([heading, keys]) => (
          <section key={heading}>
            <h3 className="mb-1 font-semibold">{heading}</h3>
            <dl className="grid grid-cols-[110px_1fr] gap-y-1">
              {keys.map(([key, does]) => (
                <div key={key} className="contents">
                  <dt className="figures">{key}</dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  )
}
