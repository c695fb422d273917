/** Sends a stranger to sign in, and back to where they wanted to go. */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSession()
  if (session.me === undefined) await session.load()
  if (!session.me && to.path !== '/sign-in') return navigateTo(signInPath(to.fullPath))
  // Signed out elsewhere, a page that still knows who is signed in leads here: only the server knows.
  if (session.me && to.path === '/sign-in' && (await session.load())) return navigateTo('/')
})
