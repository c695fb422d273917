import { takeBackStudentsBody } from '#shared/contracts/students'
import { takeBackStudents } from '../../../services/student-list'

/** Takes back students that a list brought in. */
export default answering(async event =>
  takeBackStudents(databaseOf(event), teacherOf(event), await bodyOf(event, takeBackStudentsBody), new Date()),
)
