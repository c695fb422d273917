import { pathBody } from '#shared/contracts/assignments'
import { setPath } from '../../../services/stages'

/** Gives a set drill other stages, or the same in another order. */
export default answering(async event =>
  setPath(
    databaseOf(event),
    engineOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, pathBody, BODY.drill),
    new Date(),
  ),
)
