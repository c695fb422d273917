import { archiveDrillBody } from '#shared/contracts/drills'
import { archiveDrill } from '../../../services/drills'

/** Takes a drill off the shelf or puts it back. */
export default answering(async event =>
  archiveDrill(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, archiveDrillBody), new Date()),
)
