import { Link, Navigate, useLocation } from 'react-router'
import { Refused } from '../../api/client.ts'
import { TopBar } from './top-bar.tsx'

/** A screen whose subject could not be had: what, why, what next. Where the key is missing, the door. */
export function Unavailable({ error, next: given }: { error: unknown; next?: string }) {
  const next =
    given ?? (error instanceof Refused ? error.problem.next : 'Check that Set Row is running, then reload this page.')
  const { pathname } = useLocation()
  if (error instanceof Refused && error.problem.code === 'key-needed')
    return <Navigate to={`/enter?${new URLSearchParams({ to: pathname })}`} replace />
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-xl p-10">
        <h1 className="text-[1.4rem] font-semibold">
          {error instanceof Error ? error.message : 'This can’t be shown.'}
        </h1>
        <p className="mt-2 text-soft">{next}</p>
        <p className="mt-6">
          <Link className="underline underline-offset-4" to="/posts">
            To the posts
          </Link>
        </p>
      </main>
    </>
  )
}
