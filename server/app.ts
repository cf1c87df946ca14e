import express, { type Express } from 'express'
import { existsSync } from 'node:fs'
import type { Logger } from 'pino'
import { accessKey } from './access-key.ts'
import type { Db } from './database/open.ts'
import { bundleTable } from './database/bundle-table.ts'
import type { ExportFile } from './exports/export-file.ts'
import { staticSite, type StaticWanted } from './exports/static-site.ts'
import { elsewhereTable } from './database/elsewhere-table.ts'
import { createElsewhere } from './elsewhere/elsewhere.ts'
import { elsewhereRoutes } from './routes/elsewhere.ts'
import { frontTable } from './database/front-table.ts'
import { houseTable } from './database/house-table.ts'
import { looksTable } from './database/looks-table.ts'
import { jobsTable } from './database/jobs-table.ts'
import { pictureFiles } from './database/picture-files.ts'
import { picturesTable } from './database/pictures-table.ts'
import { findPictures } from './database/picture-search.ts'
import { postSummaries } from './database/post-summaries.ts'
import { postsTable } from './database/posts-table.ts'
import { publicationsTable } from './database/publications-table.ts'
import { setsTable } from './database/sets-table.ts'
import { shelvesTable } from './database/shelves-table.ts'
import { statesTable } from './database/states-table.ts'
import { type Disk, diskOf } from './disk.ts'
import { answerErrors } from './errors.ts'
import { Refusal } from './refusal.ts'
import { ownAddressesOnly } from './own-addresses.ts'
import { gatheringsTable } from './database/gatherings-table.ts'
import { pictureBank } from './gather/bank.ts'
import { createGatherings, type Gatherings } from './gather/gatherings.ts'
import { guardedFetch } from './gather/guarded-fetch.ts'
import { featuredProposals } from './pictures/featured.ts'
import { flatPictures } from './pictures/flat.ts'
import { createIntake, type Intake } from './pictures/intake.ts'
import { createAdjusting } from './pictures/adjusting.ts'
import { createReplacing } from './pictures/replace.ts'
import { createLooks } from './pictures/looks.ts'
import { pictureFolder } from './pictures/picture-folder.ts'
import { blogHost } from './press/blog-host.ts'
import { createPlanner } from './press/plan.ts'
import { createPress, type Press } from './press/press.ts'
import { siteFiles } from './press/site-files.ts'
import { bankRoutes } from './routes/bank.ts'
import { flatRoutes } from './routes/flat.ts'
import { gatheringRoutes } from './routes/gatherings.ts'
import { incomingRoutes } from './routes/incoming.ts'
import { exportRoutes } from './routes/exports.ts'
import { frontRoutes } from './routes/front.ts'
import { houseRoutes } from './routes/house.ts'
import { interfaceRoutes } from './routes/interface.ts'
import { jobRoutes } from './routes/jobs.ts'
import { pictureRoutes } from './routes/pictures.ts'
import { postRoutes } from './routes/posts.ts'
import { setRoutes } from './routes/sets.ts'
import { proofRoutes } from './routes/proof.ts'
import { videoRoutes } from './routes/videos.ts'
import { siteFileRoutes } from './routes/site-files.ts'
import { securityHeaders } from './security-headers.ts'
import type { Settings } from './settings.ts'
import { videoFolder } from './videos/video-folder.ts'
import { createVideos } from './videos/videos.ts'
import { createThreads, type Threads } from './work/threads.ts'

export interface AppDeps {
  readonly db: Db
  readonly settings: Settings
  readonly log: Logger
  readonly now: () => Date
  /** hosts with ports that pictures are fetched from though they are in this machine's network: what tests start */
  readonly letIn?: readonly string[]
  /** room on the disk; undefined asks the system */
  readonly disk?: Disk
  /** style sheets that are at hand for pages which are read later */
  readonly sheetsKept?: number
  /** folder of the built interface; undefined leaves it out */
  readonly webFolder?: string
}

export interface BuiltApp {
  readonly app: Express
  readonly intake: Intake
  readonly gatherings: Gatherings
  readonly press: Press
  readonly threads: Threads
  readonly staticSite: (wanted: StaticWanted) => Promise<ExportFile[]>
}

/** Builds the application without listening, so that tests need no port. */
export function createApp(deps: AppDeps): BuiltApp {
  const { db, settings, log, now } = deps
  const pictures = picturesTable(db)
  const publications = publicationsTable(db, now)
  const states = statesTable(db)
  const summaries = postSummaries(db, publications)
  summaries.refresh()
  const sets = setsTable(db)
  const posts = postsTable(db, { states, summaries, publications, sets })
  const house = houseTable(db)
  const front = frontTable(db)
  const folder = pictureFolder(settings.dataFolder)
  const videoFiles = videoFolder(settings.dataFolder)
  const site = siteFiles(folder, videoFiles, deps.sheetsKept)
  const threads = createThreads(settings.dataFolder)
  const destination = blogHost(settings.blogUrl, settings.blogKey, log)
  const disk = deps.disk ?? diskOf(settings.dataFolder, settings.reserve)
  const looksFound = looksTable(db, pictures)
  const looks = createLooks({ table: looksFound, pictures, folder, threads, log })
  const intake = createIntake({
    pictures,
    folder,
    looks,
    disk,
    log,
    now,
    develop: threads.develop,
    largestFile: settings.largestFile,
    largestPicture: settings.largestPicture,
    longestEdge: () => house.get().intakeEdge,
  })
  const banks = settings.bankUrl ? [new URL(settings.bankUrl).host] : []
  const providers = settings.videoProviders.map(({ endpoint }) => new URL(endpoint).host)
  const fetcher = guardedFetch({ letIn: [...banks, ...providers, ...(deps.letIn ?? [])] })
  const videos = createVideos({
    providers: settings.videoProviders,
    fetcher,
    intake,
    folder,
    videos: videoFiles,
    disk,
    largestVideo: settings.largestVideo,
  })
  const bank = pictureBank(settings.bankUrl, fetcher)
  const gatherings = createGatherings({
    table: gatheringsTable(db),
    pictures,
    posts,
    intake,
    fetcher,
    bank,
    videos,
    dataFolder: settings.dataFolder,
    log,
    now,
  })
  const files = pictureFiles(db)
  const replacing = createReplacing({ pictures, files, posts, house, intake, looks, looksFound, now })
  const adjusting = createAdjusting({ pictures, files, posts, house, folder, intake, looks, now })
  const pressDeps = { posts, states, publications, pictures, house, front, intake, site, destination, now }
  const planner = createPlanner(pressDeps)
  const otherHosts = settings.otherBlogs.map(({ url }) => new URL(url).host)
  const elsewhere = createElsewhere({
    ...pressDeps,
    table: elsewhereTable(db),
    blogs: settings.otherBlogs,
    fetcher: guardedFetch({ letIn: [...otherHosts, ...(deps.letIn ?? [])] }),
    log,
  })
  const press = createPress({ ...pressDeps, planner, elsewhere, jobs: jobsTable(db), log })

  const shelves = shelvesTable(db)
  const bundles = bundleTable(db)
  const bundleDeps = { db, bundles, posts, sets, shelves, house, front, folder, videos: videoFiles, intake, disk, now }

  const app = express()
  app.disable('x-powered-by')
  app.use(ownAddressesOnly())
  app.use(securityHeaders())
  app.use(accessKey(settings.accessKey))
  app.use(
    '/api/pictures',
    express.json({ limit: 1_000_000 }),
    pictureRoutes({
      pictures,
      looks: looksFound,
      find: findPictures(db, pictures),
      adjusting,
      replacing,
      featured: featuredProposals({ looks: looksFound, pictures, publications, house }),
      posts,
      intake,
      videos,
      now,
    }),
  )
  app.use('/api/videos', express.json({ limit: 100_000 }), videoRoutes({ videos, posts }))
  app.use(
    '/api/posts',
    express.json({ limit: 20_000_000 }),
    postRoutes({ posts, states, summaries, publications, planner, press, elsewhere, now }),
  )
  app.use('/api/elsewhere', express.json({ limit: 100_000 }), elsewhereRoutes({ elsewhere, posts, press }))
  app.use(
    '/api/front',
    express.json({ limit: 5_000_000 }),
    frontRoutes({ db, front, house, publications, looks: looksFound, press, blogUrl: destination.url }),
  )
  app.use('/api/house', express.json({ limit: 1_000_000 }), houseRoutes({ house, threads, site }))
  app.use(
    '/api/gatherings',
    express.json({ limit: 1_000_000 }),
    gatheringRoutes({ gatherings, disk, largestArchive: settings.largestArchive }),
  )
  app.use('/api/sets', express.json({ limit: 5_000_000 }), setRoutes({ db, sets, shelves, posts, now }))
  app.use('/api/bank', bankRoutes({ bank }))
  app.use(
    '/api/flat',
    express.json({ limit: 5_000_000 }),
    flatRoutes({
      flat: flatPictures({ pictures, folder, house: () => house.get(), toning: threads.tone }),
      intake,
      replacing,
      pictures,
    }),
  )
  app.use(
    '/api/incoming',
    express.json({ limit: 2_000_000 }),
    incomingRoutes({ fetcher, publications, bundle: bundleDeps, largestArchive: settings.largestArchive }),
  )
  app.use(
    '/api/exports',
    express.json({ limit: 2_000_000 }),
    exportRoutes({
      press: pressDeps,
      markdown: { posts, pictures, house, folder, toning: threads.tone },
      bundle: bundleDeps,
      dataFolder: settings.dataFolder,
      log,
    }),
  )
  app.use('/api/jobs', jobRoutes({ press }))
  app.use('/api', () => {
    throw new Refusal('not-found')
  })
  app.use('/proof', proofRoutes({ planner }))
  app.use('/proof/files', siteFileRoutes({ site }))
  app.use('/files', siteFileRoutes({ site }))

  if (deps.webFolder && existsSync(deps.webFolder)) app.use(interfaceRoutes({ webFolder: deps.webFolder }))
  app.use(answerErrors(log))
  return { app, intake, gatherings, press, threads, staticSite: (wanted) => staticSite(pressDeps, wanted) }
}
