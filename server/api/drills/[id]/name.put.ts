import { route } from '../../../route'
import { renameDrill } from '../../../subjects/drills/drills'

/** Renames a drill. */
export default route('PUT /api/drills/:id/name', ({ who, id, body, db, now }) => renameDrill(db, who, id, body, now))
