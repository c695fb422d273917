import { route } from '../../../route'
import { takeBackStudents } from '../../../subjects/people/student-list'

/** Takes back students that a list brought in. */
export default route('POST /api/students/several/take-back', ({ who, body, db, now }) =>
  takeBackStudents(db, who, body, now),
)
