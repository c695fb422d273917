import { route } from '../../route'
import { listInstruments } from '../../subjects/people/instruments'

/** The teacher's own guitars. */
export default route('GET /api/instruments', ({ who, db }) => listInstruments(db, who))
