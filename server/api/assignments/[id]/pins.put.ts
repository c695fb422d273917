import { pinsBody } from '#shared/contracts/assignments'
import { setPins } from '../../../services/assignments'

/** Sets the fingers of a drill anew for its student. */
export default answering(async event =>
  setPins(
    databaseOf(event),
    engineOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, pinsBody, BODY.drill),
    new Date(),
  ),
)
