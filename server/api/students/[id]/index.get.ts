import { readStudent } from '../../../services/students'

/** A student's page. */
export default answering(async event => readStudent(databaseOf(event), teacherOf(event), idOf(event), new Date()))
