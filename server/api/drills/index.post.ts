import { createDrillBody } from '#shared/contracts/drills'
import { createDrill } from '../../services/drills'

/** Saves a new drill. */
export default answering(async event => createDrill(database.db, engine, teacherOf(event), await bodyOf(event, createDrillBody, BODY.drill), new Date()))
