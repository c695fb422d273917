import { route } from '../../../route'
import { setSeveral } from '../../../subjects/taught/assignments'

/** Sets several drills for a student: all at once, or as a path. */
export default route('POST /api/students/:id/drills', ({ who, id, body, db, engine, now }) =>
  setSeveral(db, engine, who, id, body, now),
)
