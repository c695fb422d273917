import { route } from '../../route'
import { createInstrument } from '../../subjects/people/instruments'

/** Adds a guitar. */
export default route('POST /api/instruments', ({ who, body, db, now }) => createInstrument(db, who, body, now))
