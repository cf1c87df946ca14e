/** A provider of videos of our own, for working without one: pages, oEmbed answers, frames that play, and drawn pictures. */
import express, { type Express } from 'express'
import sharp from 'sharp'
import { filmOf, FILMS } from './films.ts'

type Film = (typeof FILMS)[number]

const WIDTH = 1280

/** @param address where it is found; the only source of the addresses it gives out */
export function createVideoProvider(address: () => string): Express {
  const app = express().disable('x-powered-by')
  const one = (id: string) => FILMS.find((film) => film.id === id)
  const idIn = (url: string) =>
    /\/(?:watch|play)\/([a-z0-9-]+)\/?$/.exec(URL.canParse(url) ? new URL(url).pathname : '')?.[1]
  const height = ({ shape }: Film) => Math.round(WIDTH / shape)

  /** As oEmbed 1.0 has it. */
  app.get('/oembed', (request, response) => {
    const film = one(idIn(String(request.query.url ?? '')) ?? '')
    if (!film) return void response.status(404).json({ message: 'There is no such video here.' })
    if (film.shut) return void response.status(401).json({ message: 'Its maker shows it nowhere else.' })
    const { id, title, by, seconds } = film
    response.json({
      version: '1.0',
      type: 'video',
      provider_name: 'Slipway Reels',
      title,
      author_name: by,
      width: WIDTH,
      height: height(film),
      duration: seconds,
      thumbnail_url: `${address()}/pictures/${id}`,
      thumbnail_width: WIDTH,
      thumbnail_height: Math.round(WIDTH * 0.75),
      html: `<iframe width="${WIDTH}" height="${height(film)}" src="${address()}/play/${id}" allowfullscreen></iframe><script src="${address()}/count.js"></script>`,
    })
  })
  app.get('/watch/:id', (request, response) => {
    const film = one(request.params.id)
    if (!film) return void response.status(404).send('There is no such video here.')
    response.send(`<!doctype html><html lang="en"><title>${film.title}</title><h1>${film.title}</h1><p>${film.by}</p>`)
  })
  /** What is framed: it plays by itself, so that one sees that it does. */
  app.get('/play/:id', (request, response) => {
    const film = one(request.params.id)
    if (!film) return void response.status(404).send('There is no such video here.')
    response.send(
      `<!doctype html><html lang="en"><title>${film.title}</title><style>html,body{margin:0;height:100%;background:#111;color:#fff;font:16px sans-serif}svg{width:100%;height:100%}@keyframes fly{to{transform:translate(60px,-40px)}}.kite{animation:fly 2s ease-in-out infinite alternate}p{position:absolute;left:1em;bottom:0}</style>${filmOf(film, WIDTH, height(film))}<p>Playing: ${film.title}</p>`,
    )
  })
  /** Their picture, 4 : 3 as many give it: with bars above and below where the video is wider. */
  app.get('/pictures/:id', async (request, response) => {
    const film = one(request.params.id)
    if (!film) return void response.status(404).send('There is no such video here.')
    const full = Math.round(WIDTH * 0.75)
    const drawn = await sharp(Buffer.from(filmOf(film, WIDTH, height(film))))
      .png()
      .toBuffer()
    const bytes = await sharp({ create: { width: WIDTH, height: full, channels: 3, background: '#000' } })
      .composite([{ input: drawn, top: Math.round((full - height(film)) / 2), left: 0 }])
      .jpeg({ quality: 86 })
      .toBuffer()
    response.type('image/jpeg').send(bytes)
  })
  return app
}
