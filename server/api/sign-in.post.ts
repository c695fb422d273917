import { DomainError } from '../errors'
import { route } from '../route'
import { sessionOf } from '../subjects/people/sessions'
import { rememberDevice, signIn } from '../subjects/people/sign-in'

/** Opens a session. */
export default route('POST /api/sign-in', async ({ event, body, db, now }) => {
  const visitor = visitorOf(event)
  await assertNoFlood(body.name, visitor)
  const session = await signIn(db, body, visitor, now)
  const me = await sessionOf(db, session)
  // Suspended, or given another password, in this very moment.
  if (!me) throw new DomainError('signed-out', 'Sign in again.')
  await rememberDevice(db, session.userId, knownDevice(event), now)
  await replaceUserSession(event, { user: session })
  return me
})
