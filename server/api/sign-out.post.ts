import { endSessions } from '../services/sessions'

/** Ends every session of whoever is signed in, on all devices. */
export default answering(async event => {
  await endSessions(databaseOf(event), meOf(event).userId)
  await clearUserSession(event)
  return { ok: true }
})
