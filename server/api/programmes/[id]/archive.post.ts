import { route } from '../../../route'
import { archiveProgramme } from '../../../subjects/drills/shelf'

/** Takes a collection off the shelf or puts it back. */
export default route('POST /api/programmes/:id/archive', ({ who, id, body, db, now }) =>
  archiveProgramme(db, who, id, body, now),
)
