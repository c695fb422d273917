import { route } from '../../../route'
import { readProgress } from '../../../subjects/taught/progress'

/** How a student got on over their lessons. */
export default route('GET /api/students/:id/progress', ({ who, id, db }) => readProgress(db, who, id))
