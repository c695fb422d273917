import { route } from '../../../route'
import { archiveDrill } from '../../../subjects/drills/drills'

/** Takes a drill off the shelf or puts it back. */
export default route('POST /api/drills/:id/archive', ({ who, id, body, db, now }) =>
  archiveDrill(db, who, id, body, now),
)
