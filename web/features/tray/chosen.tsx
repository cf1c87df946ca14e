import { Button } from '../../ui/button.tsx'

/** How many pictures of the tray are chosen, and what can be done with them. */
export function Chosen({
  count,
  set,
  arrange,
  makeSet,
  chooseNone,
  takeOut,
}: {
  count: number
  set: () => void
  /** left out where one picture is chosen */
  arrange: (() => void) | undefined
  makeSet: (() => void) | undefined
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
      <span className="figures max-2xl:hidden">Enter</span>
      {arrange && (
        <Button small onClick={arrange} title="Proposals for where in the post these could stand (Alt A)">
          Arrange these…
        </Button>
      )}
      {makeSet && (
        <Button small onClick={makeSet} title="A group that rows of any number of posts can show">
          Make a set…
        </Button>
      )}
      <Button small look="plain" onClick={chooseNone}>
        Choose none
      </Button>
      <Button
        small
        look="plain"
        aria-label="Take out of the tray"
        onClick={takeOut}
        title="Out of the tray; the files stay among the pictures (Delete)"
      >
        Take out
      </Button>
    </>
  )
}
