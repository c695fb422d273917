import { route } from '../../../route'
import { readCoverage } from '../../../subjects/taught/coverage'

/** Every drill the student was ever set, with the fastest clean pass of each. */
export default route('GET /api/students/:id/coverage', ({ who, id, db }) => readCoverage(db, who, id))
