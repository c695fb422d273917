import { saveInstrumentBody } from '#shared/contracts/instruments'
import { changeInstrument } from '../../../services/instruments'

/** Changes a guitar. */
export default answering(async event =>
  changeInstrument(
    databaseOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, saveInstrumentBody),
    new Date(),
  ),
)
