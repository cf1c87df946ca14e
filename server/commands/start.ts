import path from 'node:path'
import { endWith } from '../cannot-start.ts'
import { readSettings } from '../settings.ts'
import { calledWith, dataFolder } from './called-with.ts'
import { keptKey } from './kept-key.ts'
import { programs } from './programs.ts'

/**
 * `bin/start [FOLDER]`: Set Row on one's own data folder, which is made on first use, with an access key; with the blog
 * host that comes along, or with the one that the settings name.
 */
async function main(): Promise<void> {
  const given = { ...process.env, SETROW_DATA: dataFolder(calledWith[0]) }
  const { dataFolder: folder } = readSettings(given)
  const key = process.env.SETROW_KEY ?? keptKey(folder, 'access-key')
  const env: NodeJS.ProcessEnv = {
    ...given,
    SETROW_KEY: key,
    SETROW_BLOG_DATA: path.join(folder, 'blog-host'),
    SETROW_BLOG_KEY: process.env.SETROW_BLOG_KEY ?? keptKey(folder, 'blog-key'),
  }
  const { start } = programs()
  const elsewhere = process.env.SETROW_BLOG_URL
  const blog = elsewhere ?? (await start('blog-host.mjs', env))
  const app = await start('server.mjs', { ...env, SETROW_BLOG_URL: blog })
  console.log(`Set Row       ${key === '' ? app : `${app}/enter#${encodeURIComponent(key)}`}`)
  console.log(`Blog          ${blog}${elsewhere ? '' : ' (the host that comes along)'}`)
  console.log(`Data folder   ${folder}`)
  console.log('Open the first address in a browser. Stop with Ctrl C.')
}

main().catch(endWith)
