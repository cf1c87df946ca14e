import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import { endWith } from '../server/cannot-start.ts'
import { readSettings } from '../server/settings.ts'
import { generatePictures } from './pictures/generate.ts'
import { seed } from './seed.ts'

/** Starts the application and the blog host with the sample world in a data folder of its own. */
async function main(): Promise<void> {
  process.env.SETROW_DATA ??= 'data/demo'
  const { dataFolder } = readSettings(process.env)
  const hostFolder = path.join(dataFolder, 'blog-host')
  mkdirSync(hostFolder, { recursive: true })
  const keyFile = path.join(dataFolder, 'blog-key')
  if (!existsSync(keyFile)) writeFileSync(keyFile, randomBytes(16).toString('hex'), { mode: 0o600 })
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    SETROW_DATA: dataFolder,
    SETROW_BLOG_DATA: hostFolder,
    SETROW_BLOG_KEY: process.env.SETROW_BLOG_KEY ?? readFileSync(keyFile, 'utf8'),
  }

  const children: ReturnType<typeof spawn>[] = []
  const stop = (code: number) => {
    for (const child of children) child.kill()
    process.exit(code)
  }
  process.on('SIGINT', () => stop(0))
  process.on('SIGTERM', () => stop(0))

  /** Starts a program and waits for the line with its address. */
  const start = (program: string): Promise<string> =>
    new Promise((resolve) => {
      const child = spawn(process.execPath, [path.join(path.dirname(fileURLToPath(import.meta.url)), program)], {
        env,
        stdio: ['ignore', 'pipe', 'inherit'],
      })
      children.push(child)
      child.on('exit', (code) => stop(code ?? 1))
      child.stdout.on('data', (data: Buffer) => {
        const address = /https?:\/\/\S+/.exec(data.toString())
        if (address) resolve(address[0])
      })
    })

  const host = await start('blog-host.mjs')
  env.SETROW_BLOG_URL ??= host
  const app = await start('server.mjs')
  const marker = path.join(dataFolder, 'sample-world-loaded')
  if (!existsSync(marker)) {
    const line = (text: string) => process.stdout.write(process.stdout.isTTY ? `\r\x1b[K${text}` : `${text}\n`)
    const pictures = await generatePictures(path.join(dataFolder, 'sample-pictures'), (done, all) =>
      line(`${done} of ${all} sample pictures drawn`),
    )
    await seed(app, pictures, line)
    writeFileSync(marker, '')
    line('')
  }
  console.log(`Set Row       ${app}`)
  console.log(`Blog          ${host}`)
  console.log(`Data folder   ${dataFolder}`)
  console.log('Stop with Ctrl C.')
}

main().catch(endWith)
