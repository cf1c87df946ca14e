import { Button } from '../../ui/button.tsx'

/** How many pictures of the tray are chosen, and what can be done with them. */
export function Chosen({
  count,
  set,
  chooseNone,
  takeOut,
}: {
  count: number
  set: () => void
  chooseNone: () => void
  takeOut: () => void
}) {
  return (
    <>
      <p role="status" className="font-semibold whitespace-nowrap">
        {count} chosen
      </p>
      <Button small look="ink" onClick={set}>
        Set at the ruby line
      </Button>
      <span className="figures">Enter</span>
      <Button small look="plain" onClick={chooseNone}>
        Choose none
      </Button>
      <Button small look="plain" onClick={takeOut}>
        Take out of the tray
      </Button>
    </>
  )
}
