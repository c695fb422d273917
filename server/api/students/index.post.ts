import { saveStudentBody } from '#shared/contracts/students'
import { createStudent } from '../../services/students'

/** Adds a student. */
export default answering(async event => createStudent(database.db, teacherOf(event), await bodyOf(event, saveStudentBody), new Date()))
