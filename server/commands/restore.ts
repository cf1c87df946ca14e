import { restoreBackup } from '../backup/restore-backup.ts'
import { CannotStart, endWith } from '../cannot-start.ts'
import { calledWith, fromThere } from './called-with.ts'
import { progress } from './told.ts'

/** `bin/restore FILE FOLDER`: a new data folder from a backup. */
async function main(): Promise<void> {
  const [file, named] = calledWith
  if (file === undefined || named === undefined)
    throw new CannotStart('Say which backup, and where to: bin/restore FILE NEW FOLDER')
  const folder = fromThere(named)
  const { at, files } = await restoreBackup(fromThere(file), folder, progress('Files restored'))
  console.log(`${folder}: ${files.length} files, as they were on ${at}. Start it with: bin/start ${folder}`)
}

main().catch(endWith)
