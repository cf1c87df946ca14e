import { type Browser, chromium } from 'playwright-core'

/** The list under the address bar is drawn anew for every window, though there is none to see: a second of work each. */
const UNSEEN = ['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup', 'WebUIOmniboxFullPopup']
/** What playwright-core leaves out: the browser reads one list only, the last. */
const LEFT_OUT_BY_THE_DRIVER = [
  'AimEnabled',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'LensOverlay',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'ThirdPartyStoragePartitioning',
]

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
      `--disable-features=${[...LEFT_OUT_BY_THE_DRIVER, ...UNSEEN].join()}`,
      ...more,
    ],
  })
