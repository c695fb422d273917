import { route } from '../../../route'
import { archiveInstrument } from '../../../subjects/people/instruments'

/** Puts a guitar away or takes it out again. */
export default route('POST /api/instruments/:id/archive', ({ who, id, body, db, now }) =>
  archiveInstrument(db, who, id, body, now),
)
