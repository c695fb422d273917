import { route } from '../../route'
import { createStudent } from '../../subjects/people/students'

/** Adds a student. */
export default route('POST /api/students', ({ who, body, db, now }) => createStudent(db, who, body, now))
