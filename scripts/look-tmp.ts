import { chromium } from 'playwright-core'
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--headless','--no-sandbox','--disable-gpu'] })
const [w,h,shot,...steps] = process.argv.slice(2)
const p = await b.newPage({ viewport: { width: +w!, height: +h! } })
p.setDefaultTimeout(8000)
const AsyncFunction = Object.getPrototypeOf(async () => {}).constructor
p.on('pageerror', (e) => console.log('PAGEERROR', e.message))
try { await new AsyncFunction('p', 'A', 'B', steps.join('\n'))(p, 'http://127.0.0.1:4701', 'http://127.0.0.1:4702') } catch (e) { console.log(String(e).slice(0, 300)) }
await p.waitForTimeout(600)
await p.screenshot({ path: shot! })
await b.close()
