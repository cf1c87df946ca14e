import path from 'node:path'

/** Where one's own blog lies where no folder is named. */
export const OWN_FOLDER = 'data/my-blog'

/** What a command was called with; paths are from where it was called, not from where it lies. */
export const calledWith = process.argv.slice(2)
export const fromThere = (place: string): string => path.resolve(process.env.SETROW_CALLED_FROM ?? '.', place)

/** The data folder: named, or from the settings, or one's own here. */
export const dataFolder = (named: string | undefined): string =>
  named !== undefined ? fromThere(named) : path.resolve(process.env.SETROW_DATA ?? OWN_FOLDER)
