import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { HouseStyle } from '../../../core/house/house-style.ts'
import { api } from '../../api/client.ts'
import { putKnown } from '../../api/queries.ts'
import { Button } from '../../ui/button.tsx'
import { useNotices } from '../../ui/notices.tsx'

/** What one's own blog opens on: its name is asked for, and the first step stands below. */
export function FirstPage({ house, onStart }: { house: HouseStyle; onStart: () => Promise<unknown> }) {
  const client = useQueryClient()
  const { refuse } = useNotices()
  const [name, setName] = useState('')
  const [line, setLine] = useState('')
  const [busy, setBusy] = useState(false)

  async function begin() {
    setBusy(true)
    try {
      const now = await api.house.get()
      putKnown(
        client,
        ['house'],
        await api.house.put({
          ...now,
          blogName: name.trim(),
          blogLine: line.trim(),
          timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
        }),
      )
      await onStart()
    } catch (error) {
      refuse(error)
    } finally {
      setBusy(false)
    }
  }

  const field = 'w-full rounded-sm border border-edge bg-paper px-3 py-2'
  return (
    <form
      className="mx-auto max-w-[520px] py-10"
      onSubmit={(event) => {
        event.preventDefault()
        void begin()
      }}
    >
      <h1 className="text-[1.7rem] font-semibold">What is your blog called?</h1>
      <p className="mt-1 mb-5 text-soft">
        Its name stands above the list of posts. You can change it at any time under House style.
      </p>
      <div className="flex flex-col gap-3">
        <label className="flex flex-col gap-1">
          Name
          <input
            autoFocus
            required
            maxLength={120}
            placeholder={house.blogName}
            className={`${field} font-serif text-[1.2rem] font-bold`}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label className="flex flex-col gap-1">
          A line below it, if you like
          <input maxLength={200} className={field} value={line} onChange={(event) => setLine(event.target.value)} />
        </label>
      </div>
      <h2 className="mt-8 font-semibold">Then the first post</h2>
      <ol className="mt-1 mb-5 list-decimal pl-5 text-soft">
        <li>Type a title and write, or paste your text.</li>
        <li>Bring in the pictures, all at once: they gather below the page.</li>
        <li>Choose some, and see the ways in which exactly these can be set.</li>
      </ol>
      <Button look="ink" type="submit" disabled={busy || name.trim() === ''}>
        {busy ? 'One moment…' : 'Start the first post'}
      </Button>
    </form>
  )
}
