import { route } from '../../../route'
import { resetPassword } from '../../../subjects/people/accounts'

/** Gives somebody who forgot theirs a new password. */
export default route('PUT /api/accounts/:id/password', ({ who, id, body, db, now }) =>
  resetPassword(db, who, id, body, now),
)
