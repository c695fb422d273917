import { saveStudentBody } from '#shared/contracts/students'
import { createStudent } from '../../services/students'

/** Adds a student. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, saveStudentBody)
  return created(event, body, await createStudent(databaseOf(event), who, body, new Date()))
})
