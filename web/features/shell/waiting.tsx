import { TopBar } from './top-bar.tsx'

/** What is on its way. It is seen after a moment only: what is there at once has no sign before it. */
export const Waiting = ({ what }: { what: string }) => (
  <p role="status" className="seen-late p-8 text-soft">
    Fetching {what}…
  </p>
)

/** What a dialog is about is on its way, or why it can't be had. */
export const WaitingHere = ({ what, error }: { what: string; error: Error | null }) =>
  error ? (
    <p role="alert" className="p-8">
      <b>{error.message}</b> <span className="text-soft">Open this again to ask for {what} once more.</span>
    </p>
  ) : (
    <Waiting what={what} />
  )

/** A screen whose subject is on its way. */
export const WaitingScreen = ({ what }: { what: string }) => (
  <>
    <TopBar />
    <main>
      <Waiting what={what} />
    </main>
  </>
)
