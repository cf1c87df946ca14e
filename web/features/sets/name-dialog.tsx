import { useState } from 'react'
import { Button } from '../../ui/button.tsx'
import { Dialog } from '../../ui/dialog.tsx'
import { TextInput } from '../../ui/field.tsx'
import { useNotices } from '../../ui/notices.tsx'

interface Props {
  readonly title: string
  readonly about?: string
  readonly action: string
  readonly value?: string
  readonly onName: (name: string) => Promise<void>
  readonly onClose: () => void
}

/** Asks for a name; it closes once what the name is for is done. */
export function NameDialog({ title, about, action, value = '', onName, onClose }: Props) {
  const { refuse } = useNotices()
  const [name, setName] = useState(value)
  const [working, setWorking] = useState(false)
  return (
    <Dialog open onOpenChange={(open) => open || onClose()} title={title} about={about} width={420}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim() === '' || working) return
          setWorking(true)
          onName(name.trim()).then(onClose, (error: unknown) => {
            refuse(error)
            setWorking(false)
          })
        }}
      >
        <TextInput label="Name" value={name} maxLength={200} onChange={({ target }) => setName(target.value)} />
        <div>
          <Button look="ink" type="submit" disabled={name.trim() === '' || working}>
            {action}
          </Button>
        </div>
      </form>
    </Dialog>
  )
}
