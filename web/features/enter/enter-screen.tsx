import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { api } from '../../api/client.ts'
import { Button } from '../../ui/button.tsx'

/** The door: the address that was printed brings the key along; whoever comes without it types it. */
export function EnterScreen() {
  const navigate = useNavigate()
  const to = useSearchParams()[0].get('to')
  const client = useQueryClient()
  const [key, setKey] = useState('')
  const [busy, setBusy] = useState(location.hash.length > 1)
  const [fault, setFault] = useState<string | null>(null)
  const entering = useRef(false)

  async function enter(given: string) {
    setBusy(true)
    setFault(null)
    try {
      await api.enter(given)
      await client.resetQueries()
      await navigate(to?.startsWith('/') ? to : '/posts', { replace: true })
    } catch (error) {
      setFault((error as Error).message)
      setBusy(false)
    }
  }

  useEffect(() => {
    document.title = 'Set Row'
    const brought = () => {
      const given = location.hash.slice(1)
      if (!given || entering.current) return
      entering.current = true
      // It must not stay where histories and shoulders can read it.
      history.replaceState(history.state, '', '/enter')
      void enter(decodeURIComponent(given)).finally(() => (entering.current = false))
    }
    brought()
    // The address is opened where this screen stands already.
    window.addEventListener('hashchange', brought)
    return () => window.removeEventListener('hashchange', brought)
  })

  return (
    <div className="board-grid flex h-full items-center justify-center">
      <main className="w-[min(420px,calc(100%-24px))] border border-ink bg-paper p-6 shadow-[0_10px_40px_rgb(29_27_24/0.25)]">
        <span aria-hidden className="mb-4 flex h-4 gap-[2px]">
          <i className="w-[6px] bg-ink" />
          <i className="w-[12px] bg-ruby" />
          <i className="w-[6px] bg-ink" />
        </span>
        <h1 className="text-[1.4rem] font-semibold">Set Row wants its access key</h1>
        <p className="mt-1 text-soft">
          It is in the address that was printed at the start, and in the file “access-key” of the data folder.
        </p>
        <form
          className="mt-4 flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            void enter(key)
          }}
        >
          <label className="flex flex-col gap-1">
            Access key
            <input
              type="password"
              autoComplete="current-password"
              autoFocus
              className="w-full rounded-sm border border-edge bg-paper px-2 py-1.5 font-mono"
              value={key}
              onChange={(event) => setKey(event.target.value)}
            />
          </label>
          {fault && (
            <p role="alert" className="text-ruby">
              {fault}
            </p>
          )}
          <Button look="ink" type="submit" disabled={busy || key.trim() === ''}>
            {busy ? 'Opening…' : 'Open'}
          </Button>
        </form>
      </main>
    </div>
  )
}
