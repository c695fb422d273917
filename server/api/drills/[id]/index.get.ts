import { readDrill } from '../../../services/drills'

/** A drill with its versions. */
export default answering(async event => readDrill(database.db, engine, teacherOf(event), idOf(event)))
