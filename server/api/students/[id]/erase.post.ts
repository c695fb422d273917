import { route } from '../../../route'
import { eraseStudent } from '../../../subjects/people/erasing'

/** Erases a student for good. */
export default route('POST /api/students/:id/erase', ({ who, id, body, db, now }) =>
  eraseStudent(db, who, id, body, now),
)
