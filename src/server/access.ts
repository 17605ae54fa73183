// Restricts access to pages of this server on this machine. A different site's page in the same browser is refused.
import type { MiddlewareHandler } from 'hono'
import { secureHeaders } from 'hono/secure-headers'

/** Host names of this machine; a request with any other comes from a different site. */
const ownNames = /^(?:localhost|127\.0\.0\.1|\[::1\])(?::\d+)?$/

/**
 * Refuses requests from other origins, or sent to a host name that is not this machine's. A link on a different site
 * may open a page here, which then makes its own requests.
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
  return context.json({ error: 'Only pages of Warm Prelude on this machine may use this.', place: null }, 403)
}

/**
 * A page may load this server's files only. Inline styles are allowed, because the editor and the menus need them, and
 * so are pictures made in the page.
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
