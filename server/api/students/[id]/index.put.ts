import { route } from '../../../route'
import { changeStudent } from '../../../subjects/people/students'

/** Changes a student's card. */
export default route('PUT /api/students/:id', ({ who, id, body, db, engine, now }) =>
  changeStudent(db, engine, who, id, body, now),
)
