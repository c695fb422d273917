import { route } from '../../route'
import { createAccount } from '../../subjects/people/accounts'

/** Adds a teacher or another owner. */
export default route('POST /api/accounts', ({ who, body, db, now }) => createAccount(db, who, body, now))
