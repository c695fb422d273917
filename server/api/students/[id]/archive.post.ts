import { archiveStudentBody } from '#shared/contracts/students'
import { archiveStudent } from '../../../services/students'

/** Takes a student off the roster or puts them back. */
export default answering(async event =>
  archiveStudent(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, archiveStudentBody), new Date()),
)
