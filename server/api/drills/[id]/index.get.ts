import { readDrill } from '../../../services/drills'

/** A drill with its versions. */
export default answering(async event => readDrill(database.db, teacherOf(event), idOf(event)))
