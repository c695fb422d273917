import { ownStudent } from '../../../policy/access'
import { listLessons } from '../../../services/students'

/** A page of a student's lessons, the newest first; `?before=` an instant for earlier ones. */
export default answering(async event => {
  const teacher = teacherOf(event)
  const { id } = await ownStudent(databaseOf(event), teacher, idOf(event))
  return listLessons(databaseOf(event), teacher, id, beforeOf(event))
})
