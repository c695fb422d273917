import { route } from '../../route'
import { setAssignment } from '../../subjects/taught/assignments'

/** Sets a drill for a student. */
export default route('POST /api/assignments', ({ who, body, db, engine, now }) =>
  setAssignment(db, engine, who, body, now),
)
