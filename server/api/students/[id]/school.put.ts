import { schoolBody } from '#shared/contracts/students'
import { setSchool } from '../../../services/students'

/** Sets the school a student's drills are set by. */
export default answering(async event =>
  setSchool(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, schoolBody), new Date()),
)
