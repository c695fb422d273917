import { route } from '../../../route'
import { duplicateDrill } from '../../../subjects/drills/drills'

/** Copies a drill. */
export default route('POST /api/drills/:id/duplicate', ({ who, id, body, db, engine, now }) =>
  duplicateDrill(db, engine, who, id, body, now),
)
