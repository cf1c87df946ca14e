import path from 'node:path'

/** The last part of whatever path the browser sent, without control characters; only ever shown to people. */
export function plainName(name: string): string {
  const base = path.posix.basename(name.replaceAll('\\', '/'))
  return withoutControls(base).slice(0, 200) || 'unnamed'
}

/** A name from outside without what moves cursors and breaks lines. */
export const withoutControls = (name: string): string =>
  [...name].filter((letter) => letter >= ' ' && letter !== '\u007f').join('')
