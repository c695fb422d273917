import { ownStudent } from '../../../policy/access'
import { route } from '../../../route'
import { listPastDrills } from '../../../subjects/people/students'

/** A page of drills taken off a student's list, the latest first; `?before=` an instant for earlier ones. */
export default route('GET /api/students/:id/past-drills', async ({ who, id, query: { before }, db }) => {
  const student = await ownStudent(db, who, id)
  return listPastDrills(db, who, student.id, before === undefined ? undefined : new Date(before))
})
