import { saveVersionBody } from '#shared/contracts/drills'
import { saveVersion } from '../../../services/drills'

/** Saves a drill as its next version. */
export default answering(async event => saveVersion(database.db, engine, teacherOf(event), idOf(event), await bodyOf(event, saveVersionBody, BODY.drill), new Date()))
