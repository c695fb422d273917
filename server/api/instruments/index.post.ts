import { saveInstrumentBody } from '#shared/contracts/students'
import { createInstrument } from '../../services/instruments'

/** Adds a guitar. */
export default answering(async event => createInstrument(database.db, teacherOf(event), await bodyOf(event, saveInstrumentBody), new Date()))
