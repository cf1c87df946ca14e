/** Writes how far a command is into one line of a terminal; elsewhere nothing. */
export function progress(what: string): (done: number, total: number) => void {
  let last = 0
  return (done, total) => {
    if (!process.stdout.isTTY || (done < total && performance.now() - last < 100)) return
    last = performance.now()
    process.stdout.write(`\r\x1b[K${what}: ${done} of ${total}${done === total ? '\n' : ''}`)
  }
}
