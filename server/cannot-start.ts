/** Why a command can't do its work, in one line for whoever started it: what, why, what next. */
export class CannotStart extends Error {
  override name = 'CannotStart'
}

/** Ends a command with that line alone, or with everything where it was no such reason. */
export function endWith(error: unknown): never {
  console.error(error instanceof CannotStart ? error.message : error)
  process.exit(1)
}
