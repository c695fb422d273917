import { route } from '../../../route'
import { suspendAccount } from '../../../subjects/people/accounts'

/** Suspends an account or lets it sign in again. */
export default route('PUT /api/accounts/:id/suspended', ({ who, id, body, db, now }) =>
  suspendAccount(db, who, id, body, now),
)
