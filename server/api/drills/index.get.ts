import { route } from '../../route'
import { listDrills } from '../../subjects/drills/drills'

/** The teacher's shelf. */
export default route('GET /api/drills', ({ who, db }) => listDrills(db, who))
