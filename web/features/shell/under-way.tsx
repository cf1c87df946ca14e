import { underWay } from '../../api/under-way.ts'
import { useTold } from '../../ui/told.ts'

/** A line along the top of the window while the server does what was asked: nothing takes a tenth of a second without a sign. */
export function UnderWay() {
  const busy = useTold(underWay, (works) => works > 0)
  return (
    // What is live is told from behind a dialog too.
    <div aria-live="polite">
      {busy && (
        <div
          role="progressbar"
          aria-label="Under way"
          className="seen-late pointer-events-none fixed inset-x-0 top-0 z-[70] h-[3px] overflow-hidden bg-blueink"
        >
          <div className="running-line h-full w-1/3 bg-blue motion-reduce:w-full" />
        </div>
      )}
    </div>
  )
}
