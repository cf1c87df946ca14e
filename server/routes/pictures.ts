import { Router } from 'express'
import { z } from 'zod'
import { titleOf } from '../../core/post/post.ts'
import {
  FeaturedQuestion,
  GroundRequest,
  PictureChanges,
  PictureTextsChange,
  RecipeRequest,
  type RecipeState,
  ReplaceRequest,
  Weeding,
} from '../../core/wire/picture.ts'
import { Video } from '../../core/video/video.ts'
import { jsonText } from '../../core/wire/json-text.ts'
import { NumbersWanted, PictureFilters, PictureSearch, PicturesWanted } from '../../core/wire/picture-search.ts'
import type { LooksTable } from '../database/looks-table.ts'
import type { FindPictures } from '../database/picture-search.ts'
import type { PicturesTable } from '../database/pictures-table.ts'
import type { PostsTable } from '../database/posts-table.ts'
import { Refusal } from '../refusal.ts'
import { plainPath } from '../gather/archive.ts'
import { tagsOf } from '../gather/archive-source.ts'
import type { Adjusting } from '../pictures/adjusting.ts'
import type { ProposeFor } from '../pictures/featured.ts'
import type { Intake } from '../pictures/intake.ts'
import type { Replacing } from '../pictures/replace.ts'
import type { Videos } from '../videos/videos.ts'
import { announcedBytes } from '../pictures/receive.ts'

interface PictureRouteDeps {
  readonly pictures: PicturesTable
  readonly looks: LooksTable
  readonly find: FindPictures
  readonly featured: ProposeFor
  readonly adjusting: Adjusting
  readonly replacing: Replacing
  readonly posts: PostsTable
  readonly intake: Intake
  readonly videos: Videos
  readonly now: () => Date
}

/** What the address says of a file that is brought in: its name, the post it is for, its place among the others. */
const TakeRequest = z.object({
  name: z.string().default(''),
  post: z.string().max(64).optional(),
  number: z.coerce.number().int().optional(),
  /** the folder that it lay in: its parts become tags */
  folder: z.string().max(4000).optional(),
  /** the video that it stands for, as JSON: a file that is here */
  video: jsonText(Video, 'a video').optional(),
})

export function pictureRoutes({
  pictures,
  looks,
  find,
  featured,
  adjusting,
  replacing,
  posts,
  intake,
  videos,
  now,
}: PictureRouteDeps): Router {
  const router = Router()

  router.get('/', (request, response) => void response.json(find.page(PictureSearch.parse(request.query))))

  router.get('/counts', (request, response) => {
    response.json(find.counts(PictureFilters.parse(request.query)))
  })

  router.get('/choices', (request, response) => {
    response.json(find.choices(PictureFilters.parse(request.query)))
  })

  router.get('/bin', (_request, response) => void response.json(pictures.listDeleted()))

  router.get('/look-alikes', (_request, response) => void response.json(looks.open()))

  /** The groups that these pictures are in. */
  router.post('/look-alikes', (request, response) => {
    response.json(looks.open(PicturesWanted.parse(request.body).ids))
  })

  /** Which of these pictures could stand for a post in lists. */
  router.post('/featured', (request, response) => {
    response.json(featured(FeaturedQuestion.parse(request.body)))
  })

  /** Sets aside, brings back from there, and settles look-alikes. */
  router.post('/weeding', (request, response) => {
    const weeding = Weeding.parse(request.body)
    looks.weed(weeding, now().toISOString())
    response.json(pictures.findAll(Object.values(weeding).flat()))
  })

  /** Asked with a body, for there may be hundreds of ids; it changes nothing. */
  router.post('/by-ids', (request, response) => {
    response.json(pictures.findAll(PicturesWanted.parse(request.body).ids))
  })

  /** Numbers for files that are chosen together, so that they stand in that order however long each takes. */
  router.post('/numbers', (request, response) => {
    response.json({ first: pictures.giveNumbers(NumbersWanted.parse(request.body).count) })
  })

  router.get('/:id', (request, response) => {
    const picture = pictures.find(request.params.id)
    if (!picture) throw new Refusal('picture-not-found')
    response.json(picture)
  })

  router.get('/:id/uses', (request, response) => void response.json(pictures.usesOf(request.params.id)))

  /** The file's bytes are the body. */
  router.post('/', async (request, response) => {
    const { name, post, number, folder, video } = TakeRequest.parse(request.query)
    if (video && (video.from !== 'file' || !videos.holds(video))) throw new Refusal('no-video-here')
    const texts = folder ? { tags: tagsOf(`${plainPath(folder)}/${name}`) } : {}
    const announced = announcedBytes(request)
    const answer = await intake.take(request, { fileName: name, announced, number, texts, video })
    if (post !== undefined) posts.addArrival(post, answer.picture.id)
    response.status(answer.already ? 200 : 201).json(answer)
  })

  /** Texts of many pictures in one go, as a sheet has them. */
  router.patch('/', (request, response) => {
    const { changes } = PictureChanges.parse(request.body)
    pictures.changeMany(changes)
    response.json(pictures.findAll(changes.map(({ id }) => id)))
  })

  router.patch('/:id', (request, response) => {
    if (!pictures.find(request.params.id)) throw new Refusal('picture-not-found')
    pictures.change(request.params.id, PictureTextsChange.parse(request.body))
    response.json(pictures.find(request.params.id))
  })

  /** What another file for a picture would alter. */
  router.get('/:id/replacing', (request, response) => {
    response.json(replacing.effect(request.params.id, ReplaceRequest.parse(request.query).with))
  })

  router.post('/:id/replacing', async (request, response) => {
    const { id } = request.params
    await replacing.replace(id, ReplaceRequest.parse(request.body).with)
    response.json(pictures.find(id))
  })

  /** What a recipe would alter where the picture is shown. */
  router.post('/:id/adjusting', (request, response) => {
    response.json(adjusting.effect(request.params.id, RecipeRequest.parse(request.body).recipe))
  })

  router.get('/:id/ground', async (request, response) => {
    const { recipe, width } = GroundRequest.parse(request.query)
    const png = await adjusting.ground(request.params.id, recipe, width)
    response.set('cache-control', 'no-store').type('png').send(png)
  })

  router.get('/:id/recipes', (request, response) => {
    response.json(adjusting.recipesOf(request.params.id) satisfies RecipeState[])
  })

  router.put('/:id/recipe', async (request, response) => {
    response.json(await adjusting.adjust(request.params.id, RecipeRequest.parse(request.body).recipe))
  })

  router.delete('/:id', (request, response) => {
    const picture = pictures.find(request.params.id)
    if (!picture) throw new Refusal('picture-not-found')
    const uses = pictures.usesOf(picture.id)
    // Who was told which posts lose it may do it all the same: it comes back to them from the bin.
    if (uses.length > 0 && request.query.anyway === undefined) {
      const named = uses.map((post) => `“${titleOf(post)}”`).join(', ')
      throw new Refusal('picture-in-use', { posts: named })
    }
    pictures.setDeleted(picture.id, now().toISOString())
    looks.refreshOf([picture.id])
    response.status(204).end()
  })

  router.post('/:id/bring-back', (request, response) => {
    if (!pictures.setDeleted(request.params.id, null)) throw new Refusal('picture-not-found')
    looks.refreshOf([request.params.id])
    response.json(pictures.find(request.params.id))
  })

  return router
}
