import { endAssignmentBody } from '#shared/contracts/assignments'
import { endAssignment } from '../../../services/assignments'

/** Takes a set drill off a student's list or puts it back. */
export default answering(async event =>
  endAssignment(
    databaseOf(event),
    engineOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, endAssignmentBody),
    new Date(),
  ),
)
