import { route } from '../../route'
import { createProgramme } from '../../subjects/drills/shelf'

/** Begins a collection. */
export default route('POST /api/programmes', ({ who, body, db, now }) => createProgramme(db, who, body, now))
