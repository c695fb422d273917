import { route } from '../../../route'
import { setPlan } from '../../../subjects/taught/assignments'

/** Gives a set drill another plan or day. */
export default route('PUT /api/assignments/:id/plan', ({ who, id, body, db, now }) => setPlan(db, who, id, body, now))
