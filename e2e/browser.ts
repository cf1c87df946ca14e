import { type Browser, chromium } from 'playwright-core'

/** Debian's Chromium, without a monitor and without a network of its own; `more` are further switches of its own. */
export const launchBrowser = (...more: string[]): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...more,
    ],
  })
