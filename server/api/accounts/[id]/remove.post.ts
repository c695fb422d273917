import { route } from '../../../route'
import { removeAccount } from '../../../subjects/people/accounts'

/** Takes a teacher out of the studio who has no student any more. */
export default route('POST /api/accounts/:id/remove', ({ who, id, body, db, now }) =>
  removeAccount(db, who, id, body, now),
)
