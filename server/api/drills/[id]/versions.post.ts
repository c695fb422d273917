import { saveVersionBody } from '#shared/contracts/drills'
import { saveVersion } from '../../../services/drills'

/** Saves a drill as its next version. */
export default answering(async event => saveVersion(database.db, teacherOf(event), idOf(event), await bodyOf(event, saveVersionBody), new Date()))
