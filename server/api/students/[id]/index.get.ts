import { readStudent } from '../../../services/students'

/** A student's page. */
export default answering(async event => readStudent(database.db, teacherOf(event), idOf(event), new Date()))
