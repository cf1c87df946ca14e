/** Runs in the page: ms from question to answer, for each list of requests, in the board's own worker script. */
export async function timeInWorker(
  lists: readonly (readonly unknown[])[],
): Promise<{ median: number; slowest: number; first: number }[]> {
  const script = performance.getEntriesByType('resource').find((entry) => entry.name.includes('ways-worker'))!.name
  const worker = new Worker(script, { type: 'module' })
  // By then it has warmed itself up, as it has where somebody looks for a row to work on.
  await new Promise((resolve) => setTimeout(resolve, 3000))
  let key = 0
  const found: { median: number; slowest: number; first: number }[] = []
  for (const requests of lists) {
    const times: number[] = []
    for (const request of [...requests, ...requests]) {
      const from = performance.now()
      await new Promise((resolve) => {
        worker.onmessage = resolve
        worker.postMessage({ key: ++key, request })
      })
      times.push(performance.now() - from)
    }
    // The first round warms up.
    const again = times.slice(requests.length).sort((a, b) => a - b)
    found.push({ median: again[again.length >> 1]!, slowest: again.at(-1)!, first: times[0]! })
  }
  worker.terminate()
  return found
}
