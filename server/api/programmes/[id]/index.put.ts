import { programmeBody } from '#shared/contracts/shelf'
import { changeProgramme } from '../../../services/shelf'

/** Another name, other drills or another order. */
export default answering(async event =>
  changeProgramme(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, programmeBody), new Date()),
)
