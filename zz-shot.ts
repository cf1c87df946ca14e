import { launchBrowser } from './e2e/browser.ts'
const [url, out, ...acts] = process.argv.slice(2)
const b = await launchBrowser(); const p = await b.newPage({ viewport: { width: Number(process.env.W ?? 1280), height: Number(process.env.H ?? 800) } })
p.on('console', m => { if (m.type()==='error') console.log('console:', m.text()) }); p.on('pageerror', e => console.log('pageerror', e.message))
await p.goto(url!); await p.waitForLoadState('networkidle'); await p.waitForTimeout(500)
for (const a of acts) { await eval(`(async()=>{${a}})()`); await p.waitForTimeout(250) }
await p.screenshot({ path: out! }); await b.close()
