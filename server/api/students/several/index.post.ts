import { route } from '../../../route'
import { addStudents } from '../../../subjects/people/student-list'

/** Adds the students of a list. */
export default route('POST /api/students/several', ({ who, body, db, now }) => addStudents(db, who, body, now))
