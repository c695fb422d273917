import { setAssignmentBody } from '#shared/contracts/students'
import { setAssignment } from '../../services/students'

/** Sets a drill for a student. */
export default answering(async event => setAssignment(database.db, engine, teacherOf(event), await bodyOf(event, setAssignmentBody, BODY.drill), new Date()))
