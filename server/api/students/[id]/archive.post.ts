import { route } from '../../../route'
import { archiveStudent } from '../../../subjects/people/students'

/** Takes a student off the roster or puts them back. */
export default route('POST /api/students/:id/archive', ({ who, id, body, db, now }) =>
  archiveStudent(db, who, id, body, now),
)
