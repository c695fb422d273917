import { ownStudent } from '../../../policy/access'
import { route } from '../../../route'
import { listLessons } from '../../../subjects/people/students'

/** A page of a student's lessons, the newest first; `?before=` an instant for earlier ones. */
export default route('GET /api/students/:id/lessons', async ({ who, id, query: { before }, db }) => {
  const student = await ownStudent(db, who, id)
  return listLessons(db, who, student.id, before === undefined ? undefined : new Date(before))
})
