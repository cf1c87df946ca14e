import { useQueryClient } from '@tanstack/react-query'
import type { PictureSet } from '../../../core/sets/picture-set.ts'
import { api } from '../../api/client.ts'
import { setsChanged, setStore } from '../../api/queries.ts'
import { useNotices } from '../../ui/notices.tsx'
import { count } from '../../ui/words.ts'
import { NameDialog } from './name-dialog.tsx'

interface Props {
  /** ids of pictures, in order */
  readonly pictures: readonly string[]
  readonly onMade?: (set: PictureSet) => void
  readonly onClose: () => void
}

/** Makes a set of these pictures, in this order. */
export function MakeSet({ pictures, onMade, onClose }: Props) {
  const client = useQueryClient()
  const { say } = useNotices()
  const ids = [...new Set(pictures)]
  return (
    <NameDialog
      title={`A set of ${count(ids.length, 'picture')}`}
      about="Rows of any number of posts can show it, and follow it when it is changed."
      action="Make the set"
      onClose={onClose}
      onName={async (name) => {
        const { set } = await api.sets.make({ name, pictures: ids })
        setStore.put([set])
        onMade?.(set)
        await setsChanged(client)
        say(`“${name}” is among the sets.`)
      }}
    />
  )
}
