import { readProgress } from '../../../services/progress'

/** How a student got on over their lessons. */
export default answering(async event => readProgress(databaseOf(event), teacherOf(event), idOf(event)))
