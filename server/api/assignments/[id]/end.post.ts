import { route } from '../../../route'
import { endAssignment } from '../../../subjects/taught/assignments'

/** Takes a set drill off a student's list or puts it back. */
export default route('POST /api/assignments/:id/end', ({ who, id, body, db, engine, now }) =>
  endAssignment(db, engine, who, id, body, now),
)
