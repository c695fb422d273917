import { listDrills } from '../../services/drills'

/** The teacher's shelf. */
export default answering(async event => listDrills(databaseOf(event), teacherOf(event)))
