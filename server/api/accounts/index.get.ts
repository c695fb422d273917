import { route } from '../../route'
import { listAccounts } from '../../subjects/people/accounts'

/** The studio's accounts, for its owner. */
export default route('GET /api/accounts', ({ who, db }) => listAccounts(db, who))
