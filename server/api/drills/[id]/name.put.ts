import { renameDrillBody } from '#shared/contracts/drills'
import { renameDrill } from '../../../services/drills'

/** Renames a drill. */
export default answering(async event =>
  renameDrill(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, renameDrillBody), new Date()),
)
