import { route } from '../../route'
import { createDrill } from '../../subjects/drills/drills'

/** Saves a new drill. */
export default route('POST /api/drills', ({ who, body, db, engine, now }) => createDrill(db, engine, who, body, now))
