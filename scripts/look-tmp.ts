import { spawn } from 'node:child_process'
import { launchBrowser } from '../e2e/browser.ts'
const data = '/tmp/look-data'
const child = spawn(process.execPath, ['dist/server/demo.mjs'], { env: { ...process.env, SETROW_DATA: data, SETROW_PORT: '4990', SETROW_BLOG_PORT: '0', SETROW_BANK_PORT: '0', SETROW_VIDEO_PORT: '0' }, stdio: ['ignore','pipe','inherit'] })
let said=''; await new Promise<void>((r) => child.stdout.on('data', (d) => { said += d; if (/4990/.test(said)) r() }))
const browser = await launchBrowser()
const page = await browser.newPage({ viewport: { width: Number(process.argv[3] ?? 1280), height: Number(process.argv[4] ?? 800) } })
page.setDefaultTimeout(15000)
page.on('pageerror', (e) => console.log('ERR', e.message))
const APP = 'http://127.0.0.1:4990'
try { await (await import(`/tmp/look-${process.argv[2]}.ts`)).default(page, APP) } catch (e) { console.log(String(e)); await page.screenshot({ path: '/tmp/look-fail.png' }) }
await browser.close(); child.kill(); process.exit(0)
