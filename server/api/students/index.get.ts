import { route } from '../../route'
import { listStudents } from '../../subjects/people/roster'

/** The teacher's students: those who come, or with `?former=true` those who came once. */
export default route('GET /api/students', ({ who, query, db, now }) =>
  listStudents(db, who, now, query.former === 'true'),
)
