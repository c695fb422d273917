import { signInBody } from '#shared/contracts/accounts'
import { signIn } from '../services/sign-in'

/** Opens a session. */
export default answering(async (event) => {
  const attempt = await bodyOf(event, signInBody)
  const me = await signIn(database.db, attempt, getRequestIP(event) ?? 'unknown', new Date())
  await setUserSession(event, { user: me })
  return me
})
