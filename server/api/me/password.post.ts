import { changePasswordBody } from '#shared/contracts/accounts'
import { changePassword, rememberDevice } from '../../services/sign-in'

/** Gives whoever is signed in another password; all their sessions end but this one, which begins anew. */
export default answering(async event => {
  const { userId } = meOf(event)
  const now = new Date()
  const session = await changePassword(databaseOf(event), userId, await bodyOf(event, changePasswordBody), now)
  await replaceUserSession(event, { user: session })
  await rememberDevice(databaseOf(event), userId, knownDevice(event), now)
  return { ok: true }
})
