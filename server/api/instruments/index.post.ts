import { saveInstrumentBody } from '#shared/contracts/instruments'
import { createInstrument } from '../../services/instruments'

/** Adds a guitar. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, saveInstrumentBody)
  return created(event, body, await createInstrument(databaseOf(event), who, body, new Date()))
})
