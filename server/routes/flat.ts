import { type Response, Router } from 'express'
import { Readable } from 'node:stream'
import yazl from 'yazl'
import { filesOf } from '../../core/flat/flat-of.ts'
import type { FlatPreset } from '../../core/flat/preset.ts'
import type { Row } from '../../core/post/row.ts'
import { Refusal } from '../refusal.ts'
import type { Replacing } from '../pictures/replace.ts'
import { FlatAgainRequest, FlatRequest, KeepFlatRequest } from '../../core/wire/flat.ts'
import type { FlatPictures } from '../pictures/flat.ts'
import type { Intake } from '../pictures/intake.ts'
import { plainName } from '../pictures/plain-name.ts'
import type { PicturesTable } from '../database/pictures-table.ts'

interface FlatRouteDeps {
  readonly flat: FlatPictures
  readonly intake: Intake
  readonly replacing: Replacing
  readonly pictures: PicturesTable
}

/** A file to be saved under this name. */
const saved = (response: Response, name: string): Response =>
  response.set('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(plainName(name))}`)

/** Rows as image files: one as it is, several as a ZIP of numbered files; or one kept as a picture of its own. */
export function flatRoutes({ flat, intake, replacing, pictures }: FlatRouteDeps): Router {
  const router = Router()
  const remember = (id: string, row: Row, preset: FlatPreset) =>
    pictures.setFlatOf(id, { row, preset, files: filesOf(row, pictures.find) })

  router.post('/', async (request, response) => {
    const { rows, preset, name } = FlatRequest.parse(request.body)
    if (rows.length === 1) {
      const { bytes, type, extension } = await flat.make(rows[0]!, preset)
      saved(response, `${name}.${extension}`).type(type).send(bytes)
      return
    }
    // Refused before anything is sent: half an archive says nothing of why it ends.
    for (const row of rows) flat.plan(row, preset)
    // Made one after another, and sent as they are: nothing is kept but the one in hand.
    const zip = new yazl.ZipFile()
    saved(response, `${name}.zip`).type('application/zip')
    zip.outputStream.pipe(response)
    const digits = String(rows.length).length
    for (const [i, row] of rows.entries()) {
      if (response.closed) return
      const { bytes, extension } = await flat.make(row, preset)
      const file = `${plainName(name)}-${String(i + 1).padStart(digits, '0')}.${extension}`
      zip.addBuffer(bytes, file, { compress: false })
    }
    zip.end()
  })

  router.post('/keep', async (request, response) => {
    const { rows, preset, name } = KeepFlatRequest.parse(request.body)
    const { bytes, extension, texts } = await flat.make(rows[0]!, preset)
    const fileName = `${name}.${extension}`
    const { picture } = await intake.take(Readable.from([bytes]), { fileName, announced: bytes.length })
    // What its file says is read from it; the alt text of a picture is never guessed from a file.
    if (picture.alt === '' && texts.alt !== '') pictures.change(picture.id, { alt: texts.alt })
    remember(picture.id, rows[0]!, preset)
    response.json({ picture: pictures.find(picture.id) })
  })

  /** Made again: its texts and places stay, and what it was goes to the bin. */
  router.post('/again', async (request, response) => {
    const { picture: id, row: now } = FlatAgainRequest.parse(request.body)
    const picture = pictures.find(id)
    if (!picture?.flatOf) throw new Refusal('picture-not-found')
    const { preset } = picture.flatOf
    const row = now ?? picture.flatOf.row
    const { bytes } = await flat.make(row, preset)
    const made = await intake.take(Readable.from([bytes]), { fileName: picture.fileName, announced: bytes.length })
    if (made.picture.id !== id) await replacing.replace(id, made.picture.id)
    remember(id, row, preset)
    response.json({ picture: pictures.find(id) })
  })
  return router
}
