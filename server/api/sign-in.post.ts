import { signInBody } from '#shared/contracts/accounts'
import { DomainError } from '../services/domain-error'
import { sessionOf } from '../services/sessions'
import { rememberDevice, signIn } from '../services/sign-in'

/** Opens a session. */
export default answering(async event => {
  const attempt = await bodyOf(event, signInBody)
  const visitor = visitorOf(event)
  await assertNoFlood(attempt.name, visitor)
  const now = new Date()
  const session = await signIn(databaseOf(event), attempt, visitor, now)
  const me = await sessionOf(databaseOf(event), session)
  // Suspended, or given another password, in this very moment.
  if (!me) throw new DomainError('signed-out', 'Sign in again.')
  await rememberDevice(databaseOf(event), session.userId, knownDevice(event), now)
  await replaceUserSession(event, { user: session })
  return me
})
