import type { Me } from '#shared/contracts/accounts'

declare module '#auth-utils' {
  // eslint-disable-next-line @typescript-eslint/no-empty-object-type -- a module's type can only be widened by an interface
  interface User extends Me {}
}

const OPEN = ['/api/sign-in', '/api/health']

/** Refuses a stranger everything under /api but signing in and the health check. */
export default defineEventHandler(async (event) => {
  const { pathname } = getRequestURL(event)
  if (!pathname.startsWith('/api/') || OPEN.includes(pathname)) return
  const session = await getUserSession(event)
  if (!session.user) {
    setResponseStatus(event, 401)
    return { code: 'signed-out', message: 'Sign in first.' }
  }
  event.context.me = session.user
})
