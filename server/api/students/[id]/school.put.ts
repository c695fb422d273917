import { route } from '../../../route'
import { setSchool } from '../../../subjects/people/students'

/** Sets the school a student's drills are set by. */
export default route('PUT /api/students/:id/school', ({ who, id, body, db, now }) => setSchool(db, who, id, body, now))
