import { route } from '../../../route'
import { readStudent } from '../../../subjects/people/students'

/** A student's page. */
export default route('GET /api/students/:id', ({ who, id, db, now }) => readStudent(db, who, id, now))
