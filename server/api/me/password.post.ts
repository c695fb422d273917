import { route } from '../../route'
import { changePassword, rememberDevice } from '../../subjects/people/sign-in'

/** Gives whoever is signed in another password; all their sessions end but this one, which begins anew. */
export default route('POST /api/me/password', async ({ event, who: { userId }, body, db, now }) => {
  await replaceUserSession(event, { user: await changePassword(db, userId, body, now) })
  await rememberDevice(db, userId, knownDevice(event), now)
  return { ok: true }
})
