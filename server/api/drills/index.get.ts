import { listDrills } from '../../services/drills'

/** The teacher's shelf. */
export default answering(async event => listDrills(database.db, teacherOf(event)))
