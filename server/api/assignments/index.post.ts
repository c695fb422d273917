import { setAssignmentBody } from '#shared/contracts/assignments'
import { setAssignment } from '../../services/assignments'

/** Sets a drill for a student. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, setAssignmentBody, BODY.drill)
  return created(event, body, await setAssignment(databaseOf(event), engineOf(event), who, body, new Date()))
})
