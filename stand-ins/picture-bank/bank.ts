/** A picture bank of our own, for working without one: search, previews and files of drawn pictures, with credit and licence. */
import express, { type Express } from 'express'
import sharp from 'sharp'
import { type BankPage, type BankPicture, BankSearch } from '../../core/wire/picture-bank.ts'
import { DRAWN, svgOf } from './drawn.ts'

const A_PAGE = 12
const PREVIEW = 320

type Drawn = (typeof DRAWN)[number]

/** @param address where it is found; the only source of the addresses it gives out */
export function createPictureBank(address: () => string): Express {
  const app = express().disable('x-powered-by')
  const told = ({ scene: _, seed: __, tags, ...rest }: Drawn): BankPicture => ({
    ...rest,
    tags: [...tags],
    page: `${address()}/pictures/${rest.id}/page`,
  })
  const one = (id: string) => DRAWN.find((picture) => picture.id === id)
  const gone = { message: 'There is no such picture here.' }

  app.get('/search', (request, response) => {
    const { words, from } = BankSearch.parse(request.query)
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
    const found = DRAWN.filter(({ title, tags, credit }) => {
      const text = [title, ...tags, credit].join(' ').toLowerCase()
      return wanted.every((word) => text.includes(word))
    })
    const next = from + A_PAGE < found.length ? from + A_PAGE : null
    response.json({
      pictures: found.slice(from, from + A_PAGE).map(told),
      found: found.length,
      next,
    } satisfies BankPage)
  })
  app.get('/pictures/:id', (request, response) => {
    const picture = one(request.params.id)
    if (picture) response.json(told(picture))
    else response.status(404).json(gone)
  })
  app.get('/pictures/:id/page', (request, response) => {
    const picture = one(request.params.id)
    if (!picture) return void response.status(404).json(gone)
    const { id, title, credit, licence } = picture
    response
      .type('html')
      .send(
        `<!doctype html><html lang="en"><title>${title}</title><h1>${title}</h1><img src="/files/${id}" alt="${title}"><p>${credit.replace('&', '&amp;')}. ${licence}.</p>`,
      )
  })
  const send = (width: (picture: Drawn) => number) => async (request: express.Request, response: express.Response) => {
    const picture = one(request.params.id as string)
    if (!picture) return void response.status(404).json(gone)
    const bytes = await sharp(Buffer.from(svgOf(picture, width(picture))))
      .jpeg({ quality: 86 })
      .toBuffer()
    response.type('image/jpeg').send(bytes)
  }
  app.get(
    '/previews/:id',
    send(() => PREVIEW),
  )
  app.get(
    '/files/:id',
    send(({ width }) => width),
  )
  return app
}
