import { route } from '../../../route'
import { readDrill } from '../../../subjects/drills/drills'

/** A drill with its versions. */
export default route('GET /api/drills/:id', ({ who, id, db, engine }) => readDrill(db, engine, who, id))
