import type { Me } from '#shared/contracts/people/answers'
import { ROUTES } from '#shared/routes'
import { DomainError } from '../errors'
import { sessionOf } from '../subjects/people/sessions'

declare module '#auth-utils' {
  /** What a session says: who, and in which epoch it was opened. Everything else is asked of the database each time. */
  interface User {
    userId: string
    epoch: number
  }
}

/** Paths that whoever is not signed in may ask. */
const OPEN = Object.entries(ROUTES).flatMap(([name, { who }]) =>
  who === 'anybody' || who === 'whoever has its address' ? [name.split(' ')[1]!] : [],
)
const READING = ['GET', 'HEAD']

/** Refuses what another site's page sends: a browser says so by one header or the other, a program sends neither. */
function assertOwnOrigin(event: Parameters<typeof getHeader>[0]) {
  const site = getHeader(event, 'sec-fetch-site')
  const origin = getHeader(event, 'origin')
  const host = getRequestHost(event, { xForwardedHost: behindProxy(event) })
  const own = origin === undefined || (URL.canParse(origin) && new URL(origin).host === host)
  if (!own || (site !== undefined && site !== 'same-origin' && site !== 'none')) {
    throw new DomainError('forbidden', "This was sent from another site; only the studio's own pages may write.")
  }
}

/**
 * Before every request of the API: nothing of it is kept by a cache, writes come from our own pages, a stranger may
 * only sign in, and a calendar read what its own address shows.
 */
export default defineEventHandler(async event => {
  const { pathname } = getRequestURL(event)
  if (!pathname.startsWith('/api/')) return
  setHeader(event, 'cache-control', 'no-store')
  return answerErrors(event, async () => {
    if (!READING.includes(event.method)) assertOwnOrigin(event)
    // The session library has a door of its own, which our sessions do not need; the bare folder would be a page.
    if (pathname.startsWith('/api/_') || pathname === '/api/')
      throw new DomainError('not-found', 'there is nothing here')
    if (OPEN.includes(pathname)) return
    const user = await sessionUserOf(event)
    const me: Me | null = user ? await sessionOf(databaseOf(event), user) : null
    if (!me) throw new DomainError('signed-out', 'Sign in first.')
    event.context.me = me
  })
})
