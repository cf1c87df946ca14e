import { TopBar } from './top-bar.tsx'

/** What is on its way. It is seen after a moment only: what is there at once has no sign before it. */
export const Waiting = ({ what }: { what: string }) => (
  <p role="status" className="seen-late p-8 text-soft">
    Fetching {what}…
  </p>
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
