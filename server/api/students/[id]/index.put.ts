import { saveStudentBody } from '#shared/contracts/students'
import { changeStudent } from '../../../services/students'

/** Changes a student's card. */
export default answering(async event =>
  changeStudent(
    databaseOf(event),
    engineOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, saveStudentBody),
    new Date(),
  ),
)
