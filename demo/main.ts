import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { endWith } from '../server/cannot-start.ts'
import { keptKey } from '../server/commands/kept-key.ts'
import { programs } from '../server/commands/programs.ts'
import { readSettings } from '../server/settings.ts'
import { generatePictures } from './pictures/generate.ts'
import { seed } from './seed.ts'

/** Starts the application, the blog host, another blog, the picture bank and the provider of videos with the sample world in a data folder of its own. */
async function main(): Promise<void> {
  process.env.SETROW_DATA ??= 'data/demo'
  const { dataFolder } = readSettings(process.env)
  const hostFolder = path.join(dataFolder, 'blog-host')
  mkdirSync(hostFolder, { recursive: true })
  const env: NodeJS.ProcessEnv = {
    ...process.env,
    SETROW_DATA: dataFolder,
    SETROW_BLOG_DATA: hostFolder,
    SETROW_BLOG_KEY: process.env.SETROW_BLOG_KEY ?? keptKey(dataFolder, 'blog-key'),
  }
  const { start } = programs()
  const host = await start('blog-host.mjs', env)
  const bank = await start('picture-bank.mjs', env)
  const videos = await start('video-provider.mjs', env)
  const secondToken = process.env.SETROW_SECOND_TOKEN ?? keptKey(dataFolder, 'second-token')
  const second = await start('micropub-host.mjs', { ...env, SETROW_SECOND_TOKEN: secondToken })
  const app = await start('server.mjs', {
    ...env,
    SETROW_BLOG_URL: env.SETROW_BLOG_URL ?? host,
    SETROW_BANK_URL: env.SETROW_BANK_URL ?? bank,
    SETROW_OTHER_BLOGS:
      env.SETROW_OTHER_BLOGS ?? JSON.stringify([{ name: 'Tide Log', url: `${second}/`, token: secondToken }]),
    SETROW_VIDEO_PROVIDERS: env.SETROW_VIDEO_PROVIDERS ?? providersAt(videos),
  })
  const marker = path.join(dataFolder, 'sample-world-loaded')
  if (!existsSync(marker)) {
    const line = (text: string) => process.stdout.write(process.stdout.isTTY ? `\r\x1b[K${text}` : `${text}\n`)
    const pictures = await generatePictures(path.join(dataFolder, 'sample-pictures'), (done, all) =>
      line(`${done} of ${all} sample pictures drawn`),
    )
    await seed({ url: app, key: env.SETROW_KEY, video: `${videos}/watch/first-lift` }, pictures, line)
    writeFileSync(marker, '')
    line('')
  }
  console.log(`Set Row       ${env.SETROW_KEY ? `${app}/enter#${encodeURIComponent(env.SETROW_KEY)}` : app}`)
  console.log(`Blog          ${host}`)
  console.log(`Another blog  ${second}`)
  console.log(`Picture bank  ${bank}`)
  console.log(`Videos        ${videos}/watch/first-lift`)
  console.log(`Data folder   ${dataFolder}`)
  console.log('Stop with Ctrl C.')
}

/** The provider that comes along, as the settings name one. */
const providersAt = (url: string): string =>
  JSON.stringify([{ name: 'Slipway Reels', addresses: [`${url}/watch/*`, `${url}/play/*`], endpoint: `${url}/oembed` }])

main().catch(endWith)
