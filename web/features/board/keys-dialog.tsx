import { Dialog } from '../../ui/dialog.tsx'
import { KEYS, type KeyPart } from './keys.ts'

const HEADINGS: Record<KeyPart, string> = {
  anywhere: 'Anywhere',
  tray: 'In the tray',
  row: 'With a row selected',
  ways: 'In the ways',
  arranging: 'While the whole post is arranged',
  text: 'In the text',
}
const shownIn = (part: KeyPart) =>
  Object.values(KEYS[part]).flatMap((key) => ('shown' in key ? [[key.shown, key.does] as const] : []))

export function KeysDialog({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Keys" width={720} about="On a Mac, Cmd stands for Ctrl.">
      <div className="grid grid-cols-2 gap-x-8 gap-y-5">
        {(Object.keys(KEYS) as KeyPart[]).map((part) => (
          <section key={part}>
            <h3 className="mb-1 font-semibold">{HEADINGS[part]}</h3>
            <dl className="grid grid-cols-[110px_1fr] gap-y-1">
              {shownIn(part).map(([key, does]) => (
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
