// The HTTP application: the API, and the built pages for everything else.
import { readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import { Hono, type MiddlewareHandler } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { pages } from '../pages.ts'
import { type Work, workHere } from '../tasks/server-tasks.ts'
import { contentPolicy, ownPagesOnly } from './access.ts'
import { allEntries } from './catalog.ts'
import type { Database } from './database.ts'
import {
  largestBody,
  largestShelf,
  Refused,
  shelfTooLarge,
  storageTrouble,
  tooLarge,
  type Waiting,
} from './requests.ts'
import { archiveRoutes } from './routes/archive.ts'
import { binRoutes } from './routes/bin.ts'
import { carryRoutes } from './routes/carry.ts'
import { jobRoutes, materialRoutes, vocabularyRoutes } from './routes/catalog.ts'
import { learnRoutes } from './routes/learn.ts'
import { printerRoutes } from './routes/printers.ts'
import { refrainRoutes } from './routes/refrains.ts'
import { rehearseRoutes, wholePrintRoutes } from './routes/rehearse.ts'
import { revisionRoutes, trialRoutes } from './routes/revisions.ts'
import { scriptRoutes } from './routes/scripts.ts'
import { searchRoutes } from './routes/search.ts'
import { shelfRoutes } from './routes/shelf.ts'
import { allTaught, taughtRoutes } from './routes/taught.ts'
import { unreadableRoutes } from './routes/unreadable.ts'
import { whereUsedRoutes } from './routes/uses.ts'
import { Abandoned } from './work/pool.ts'
import { type ShelfWork, shelfWorkHere } from './work/whole-shelf.ts'

const keptForGood: MiddlewareHandler = async (context, next) => {
  await next()
  if (context.res.ok) context.header('cache-control', 'public, max-age=31536000, immutable')
}

export type AppParts = {
  database: Database
  /** The folder where backups are kept. */
  backups: string
  /** The folder of the built pages; null serves the API alone. */
  screens: string | null
  /** The present time as ISO text. */
  now: () => string
  /** Where rehearsals run; by default in this thread. */
  work?: Work
  /** Where tasks on the whole shelf run; by default in this thread. */
  whole?: ShelfWork
}

const limit = (maxSize: number, error: string) =>
  bodyLimit({ maxSize, onError: context => context.json({ error, place: null }, 413) })

/** API responses are never cached; files with a digest in their name are cached for ever. */
const cachePolicy: MiddlewareHandler = async (context, next) => {
  await next()
  const { path } = context.req
  const kept = path.startsWith('/assets/') && context.res.ok
  context.header(
    'cache-control',
    kept ? 'public, max-age=31536000, immutable' : path.startsWith('/api/') ? 'no-store' : 'no-cache',
  )
}

/** Requests that change something wait while a task on the whole shelf runs, and again after their body has arrived. */
const changesWait =
  (whole: ShelfWork, stillThere: () => void): MiddlewareHandler<Waiting> =>
  async (context, next) => {
    if (context.req.method !== 'GET') {
      stillThere()
      if (!context.req.path.startsWith('/api/archive/')) {
        await whole.quiet()
        context.set('mayChange', whole.quiet)
      }
    }
    await next()
  }

/**
 * Refuses changes if the database is no longer where it was opened: they would be written to a file that nobody finds.
 */
function databaseStays(database: Database): () => void {
  const { name, memory } = database
  if (memory) return () => {}
  const { ino } = statSync(name)
  return () => {
    if (statSync(name, { throwIfNoEntry: false })?.ino === ino) return
    throw new Refused(
      507,
      `The database is no longer at ${name}: it was moved, replaced or deleted while Warm Prelude runs. Nothing was saved; what you wrote is kept in this browser. Put the folder back, or start Warm Prelude again.`,
    )
  }
}

/** The methods that a route of the API at this path takes. Middleware is registered for `ALL` methods and does not count. */
const methodsAt = ({ router, routes }: Hono, path: string): string[] =>
  [...new Set(routes.map(({ method }) => method))].filter(
    wanted => wanted !== 'ALL' && router.match(wanted, path)[0].some(([[, { method }]]) => method === wanted),
  )

/** The type of the API for typed clients. */
export type Api = ReturnType<typeof apiOf>

function apiOf({ database, backups, now, work = workHere, whole = shelfWorkHere({ database, backups }) }: AppParts) {
  return new Hono()
    .use('/archive/*', limit(largestShelf, shelfTooLarge))
    .use((context, next) =>
      context.req.path.startsWith('/api/archive/') ? next() : limit(largestBody, tooLarge)(context, next),
    )
    .use(changesWait(whole, databaseStays(database)))
    .get('/health', context => context.json({ ok: true }))
    .get('/things', context =>
      context.json({
        printers: allEntries(database, 'printers'),
        materials: allEntries(database, 'materials'),
        jobs: allEntries(database, 'jobs'),
        vocabularies: allEntries(database, 'vocabularies'),
        taught: allTaught(database),
      }),
    )
    .route('/shelf', shelfRoutes(database, work, whole.quiet))
    .route('/scripts', scriptRoutes(database, now))
    .route('/revisions', revisionRoutes(database, now))
    .route('/trials', trialRoutes(database))
    .route('/refrains', refrainRoutes(database, now))
    .route('/archive', archiveRoutes(backups, now, whole))
    .route('/bin', binRoutes(database, now))
    .route('/search', searchRoutes(database))
    .route('/printers', printerRoutes(database, now))
    .route('/materials', materialRoutes(database, now))
    .route('/jobs', jobRoutes(database, now))
    .route('/vocabularies', vocabularyRoutes(database, now))
    .route('/taught', taughtRoutes(database, now))
    .route('/uses', whereUsedRoutes(database))
    .route('/unreadable', unreadableRoutes(database, now))
    .route('/rehearse', rehearseRoutes(database, work))
    .route('/whole-print', wholePrintRoutes(database, work))
    .route('/learn', learnRoutes(work))
    .route('/carry', carryRoutes(database, work))
}

export function makeApp(parts: AppParts): Hono {
  const { screens } = parts
  const app = new Hono().use(contentPolicy).use(cachePolicy).use(ownPagesOnly).route('/api', apiOf(parts))
  app.onError((error, context) => {
    // Nobody reads this response.
    if (error instanceof Abandoned) return context.body(null, 408)
    if (error instanceof Refused) return context.json({ error: error.message, place: error.place }, error.status)
    const storing = storageTrouble(error)
    if (storing) return context.json({ error: storing, place: null }, 507)
    console.error(error)
    return context.json({ error: 'Something went wrong in Warm Prelude. Your request was fine.', place: null }, 500)
  })
  const page = screens === null ? null : readFileSync(join(screens, 'index.html'), 'utf8')
  app.notFound(context => {
    // A person who opens an unknown address gets a page that says so.
    const byHand = context.req.method === 'GET' && (context.req.header('accept') ?? '').includes('text/html')
    if (page !== null && byHand && !/^\/(?:api|assets)\//.test(context.req.path)) return context.html(page, 404)
    const methods = methodsAt(app, context.req.path)
    if (methods.length === 0)
      return context.json({ error: `There is nothing at ${context.req.path.slice(0, 200)}.`, place: null }, 404)
    context.header('allow', methods.join(', '))
    return context.json(
      { error: `This address accepts ${methods.join(' or ')}, not ${context.req.method}.`, place: null },
      405,
    )
  })
  if (screens === null || page === null) return app

  // Built files have a digest in their name, so they never change.
  app.use('/assets/*', keptForGood, serveStatic({ root: screens, precompressed: true }))
  app.get('/icon.svg', serveStatic({ root: screens }))
  for (const { path } of pages) app.get(path, context => context.html(page))
  return app
}
