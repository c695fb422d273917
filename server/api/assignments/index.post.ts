import { setAssignmentBody } from '#shared/contracts/students'
import { setAssignment } from '../../services/students'

/** Sets a drill for a student. */
export default answering(async event => setAssignment(database.db, teacherOf(event), await bodyOf(event, setAssignmentBody), new Date()))
