import type { Page } from 'playwright-core'

/**
 * What makes a fast machine like a slow one, to find what is right only on a fast one: SETROW_SLOWER=4 bin/test works
 * every page four times slower, SETROW_LATER=300 bin/test has all that comes from a server or a worker 300 ms later.
 */
const SLOWER = Number(process.env.SETROW_SLOWER ?? 1)
const LATER = Number(process.env.SETROW_LATER ?? 0)

const laterWorkers = (ms: number) => {
  const listen = Worker.prototype.addEventListener
  Worker.prototype.addEventListener = function (this: Worker, type: string, hears: (event: Event) => void) {
    listen.call(this, type, (event: Event) => void setTimeout(() => hears(event), ms))
  } as typeof listen
}

export async function handicap(page: Page): Promise<void> {
  if (SLOWER <= 1 && LATER <= 0) return
  const browser = await page.context().newCDPSession(page)
  if (SLOWER > 1) await browser.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  if (LATER <= 0) return
  const speed = { downloadThroughput: -1, uploadThroughput: -1 }
  await browser.send('Network.enable')
  await browser.send('Network.emulateNetworkConditions', { offline: false, latency: LATER, ...speed })
  await page.addInitScript(laterWorkers, LATER)
}
