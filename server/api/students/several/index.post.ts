import { severalStudentsBody } from '#shared/contracts/students'
import { addStudents } from '../../../services/student-list'

/** Adds the students of a list. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, severalStudentsBody, BODY.drill)
  return created(event, body, await addStudents(databaseOf(event), who, body, new Date()))
})
