import { existsSync } from 'node:fs'
import { CannotStart, endWith } from '../cannot-start.ts'
import { checkFolder, checkThoroughly, findingInWords } from '../check/check-folder.ts'
import { databaseFile, openDatabase, openToRead } from '../database/open.ts'
import { FolderInUse, lockFolder } from '../folder-lock.ts'
import { pictureFolder } from '../pictures/picture-folder.ts'
import { videoFolder } from '../videos/video-folder.ts'
import { calledWith, dataFolder } from './called-with.ts'

/** `bin/check [FOLDER]`: looks through a data folder to the last byte, mends what it can, and says what it found. */
async function main(): Promise<void> {
  const folder = dataFolder(calledWith[0])
  if (!existsSync(databaseFile(folder))) throw new CannotStart(`There are no data of Set Row in ${folder}.`)
  const mine = claim(folder)
  if (!mine) console.log('Set Row is running on this folder: it is only looked at; the next start mends.')
  const db = mine ? openDatabase(folder) : openToRead(folder)
  const deps = { db, folder: pictureFolder(folder), videos: videoFolder(folder), now: () => new Date() }
  const findings = [...(await checkFolder(deps, mine)), ...(await checkThoroughly(deps))]
  for (const finding of findings) console.log(findingInWords(finding))
  const { posts, pictures } = db
    .prepare<[], { posts: number; pictures: number }>(
      'SELECT (SELECT count(*) FROM posts) AS posts, (SELECT count(*) FROM pictures) AS pictures',
    )
    .get()!
  const needed = findings.filter(({ outcome }) => outcome === 'needs you').length
  console.log(
    `${folder}: ${posts} posts, ${pictures} pictures. ${findings.length === 0 ? 'All is whole.' : `${findings.length} findings, ${needed} of which need you.`}`,
  )
  db.close()
  process.exit(needed > 0 ? 1 : 0)
}

/** Whether nobody else has the folder open. */
function claim(folder: string): boolean {
  try {
    lockFolder(folder)
    return true
  } catch (error) {
    if (error instanceof FolderInUse) return false
    throw error
  }
}

main().catch(endWith)
