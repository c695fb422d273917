import { readDrill } from '../../../services/drills'

/** A drill with its versions. */
export default answering(async event => readDrill(databaseOf(event), engineOf(event), teacherOf(event), idOf(event)))
