import { bytesInWords } from '../../core/files/bytes-in-words.ts'
import { writeBackup } from '../backup/write-backup.ts'
import { CannotStart, endWith } from '../cannot-start.ts'
import { calledWith, dataFolder, fromThere } from './called-with.ts'
import { progress } from './told.ts'

/** `bin/backup FILE [FOLDER]`: everything of a data folder in one file, while the program runs. */
async function main(): Promise<void> {
  const [file, named] = calledWith
  if (file === undefined) throw new CannotStart('Say where the backup goes: bin/backup FILE [DATA FOLDER]')
  const [target, folder] = [fromThere(file), dataFolder(named)]
  const { files, bytes } = await writeBackup(folder, target, new Date(), progress('Files backed up'))
  console.log(`${target}: ${files} files of ${folder}, ${bytesInWords(bytes)}. Keep it where this disk is not.`)
}

main().catch(endWith)
