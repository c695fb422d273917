import { readProgress } from '../../../services/progress'

/** How a student got on over their lessons. */
export default answering(async event => readProgress(database.db, teacherOf(event), idOf(event)))
