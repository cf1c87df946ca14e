/** Lets messages that wait for a worker come in: faster than a timer, which browsers hold back. */
export const letIn = (): Promise<void> =>
  new Promise((resolve) => {
    const channel = new MessageChannel()
    channel.port1.onmessage = () => resolve()
    channel.port2.postMessage(null)
  })
