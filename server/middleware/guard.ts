import type { Me } from '#shared/contracts/accounts'

declare module '#auth-utils' {
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
