import { duplicateDrillBody } from '#shared/contracts/drills'
import { duplicateDrill } from '../../../services/drills'

/** Copies a drill. */
export default answering(async event => duplicateDrill(database.db, engine, teacherOf(event), idOf(event), await bodyOf(event, duplicateDrillBody), new Date()))
