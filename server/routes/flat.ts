import { type Response, Router } from 'express'
import { Readable } from 'node:stream'
import yazl from 'yazl'
import { FlatRequest, KeepFlatRequest } from '../../core/wire/flat.ts'
import type { FlatPictures } from '../pictures/flat.ts'
import type { Intake } from '../pictures/intake.ts'
import { plainName } from '../pictures/plain-name.ts'
import type { PicturesTable } from '../database/pictures-table.ts'

interface FlatRouteDeps {
  readonly flat: FlatPictures
  readonly intake: Intake
  readonly pictures: PicturesTable
}

/** A file to be saved under this name. */
const saved = (response: Response, name: string): Response =>
  response.set('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(plainName(name))}`)

/** Rows as image files: one as it is, several as a ZIP of numbered files; or one kept as a picture of its own. */
export function flatRoutes({ flat, intake, pictures }: FlatRouteDeps): Router {
  const router = Router()
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
    response.json({ picture: pictures.find(picture.id) })
  })
  return router
}
