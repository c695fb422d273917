import { variationsBody } from '#shared/contracts/assignments'
import { setVariations } from '../../../services/stages'

/** Keeps other ways to play a set drill for a standstill. */
export default answering(async event =>
  setVariations(
    databaseOf(event),
    engineOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, variationsBody, BODY.drill),
    new Date(),
  ),
)
