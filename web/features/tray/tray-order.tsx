import { Button } from '../../ui/button.tsx'

const ORDERS = { waiting: 'Waiting first', arrival: 'As they came', taken: 'By date taken' } as const
export type Order = keyof typeof ORDERS

/** In which order the tray lies, and all that waits in one press. */
export function TrayOrder({
  order,
  onOrder,
  onChooseWaiting,
  onArrange,
}: {
  order: Order
  onOrder: (order: Order) => void
  onChooseWaiting: () => void
  /** left out where there is nothing to arrange */
  onArrange: (() => void) | undefined
}) {
  return (
    <>
      <label className="text-soft">
        <span className="sr-only">Order of the tray</span>
        <select
          className="bg-transparent py-1"
          value={order}
          onChange={(event) => onOrder(event.target.value as Order)}
        >
          {Object.entries(ORDERS).map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <Button small look="plain" onClick={onChooseWaiting}>
        Choose all that wait
      </Button>
      {onArrange && (
        <Button small onClick={onArrange} title="Proposals for the whole post (Alt A)">
          Arrange all…
        </Button>
      )}
    </>
  )
}
