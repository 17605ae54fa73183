// Who may ask: pages of this very server, on this machine. Another site's page in the same browser may not.
import type { MiddlewareHandler } from 'hono'
import { secureHeaders } from 'hono/secure-headers'

/** Names by which a machine calls itself; another name for it in a request is another site's doing. */
const ownNames = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/

/**
 * Refuses requests that come from other origins, or that were sent to a name that is not this machine's. A link on another site
 * may lead to a page here, which then asks for itself.
 */
export const ownPagesOnly: MiddlewareHandler = async (context, next) => {
  const { req } = context
  const host = req.header('host') ?? new URL(req.url).host
  const origin = req.header('origin')
  const site = req.header('sec-fetch-site') ?? 'none'
  const followsLink =
    req.method === 'GET' && req.header('sec-fetch-mode') === 'navigate' && !req.path.startsWith('/api/')
  const own = ownNames.test(host) && (origin === undefined || origin === `http://${host}`)
  if (own && (site === 'same-origin' || site === 'none' || followsLink)) return next()
  return context.json({ error: 'This is for pages of Warm Prelude on this machine only.', place: null }, 403)
}

/**
 * What a page may load: its own files only. Styles may be written into the page, as the editor and the menus do; pictures may be
 * made in it.
 */
export const contentPolicy = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'", 'data:'],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    objectSrc: ["'none'"],
    baseUri: ["'none'"],
    formAction: ["'self'"],
    frameAncestors: ["'none'"],
  },
  referrerPolicy: 'no-referrer',
})
