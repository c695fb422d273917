import { listStudents } from '../../services/students'

/** The teacher's students. */
export default answering(async event => listStudents(database.db, teacherOf(event), new Date()))
