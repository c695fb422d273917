import { route } from '../route'
import { endSessions } from '../subjects/people/sessions'

/** Ends every session of whoever is signed in, on all devices. */
export default route('POST /api/sign-out', async ({ event, who, db }) => {
  await endSessions(db, who.userId)
  await clearUserSession(event)
  return { ok: true }
})
