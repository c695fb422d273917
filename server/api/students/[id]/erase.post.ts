import { eraseStudentBody } from '#shared/contracts/student-file'
import { eraseStudent } from '../../../services/erasing'

/** Erases a student for good. */
export default answering(async event =>
  eraseStudent(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, eraseStudentBody), new Date()),
)
