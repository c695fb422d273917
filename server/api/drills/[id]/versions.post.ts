import { route } from '../../../route'
import { saveVersion } from '../../../subjects/drills/drills'

/** Saves a drill as its next version. */
export default route('POST /api/drills/:id/versions', ({ who, id, body, db, engine, now }) =>
  saveVersion(db, engine, who, id, body, now),
)
