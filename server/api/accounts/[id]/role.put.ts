import { route } from '../../../route'
import { changeRole } from '../../../subjects/people/accounts'

/** Makes a teacher an owner, or an owner a teacher. */
export default route('PUT /api/accounts/:id/role', ({ who, id, body, db, now }) => changeRole(db, who, id, body, now))
