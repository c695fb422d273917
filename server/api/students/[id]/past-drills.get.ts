import { ownStudent } from '../../../policy/access'
import { listPastDrills } from '../../../services/students'

/** A page of drills taken off a student's list, the latest first; `?before=` an instant for earlier ones. */
export default answering(async event => {
  const teacher = teacherOf(event)
  const { id } = await ownStudent(databaseOf(event), teacher, idOf(event))
  return listPastDrills(databaseOf(event), teacher, id, beforeOf(event))
})
